export { writeCsv } from './csv.ts';
export { readCalendar, writeCalendar } from './icalendar.ts';
export {
  addClass,
  openPlanFile,
  type PlanFile,
  readPlanFile,
  writePlanFile,
} from './plan-file.ts';
export {
  isRecordsJson,
  type RecordEntry,
  readRecordRows,
  readRecordsJson,
  recordRow,
  recordsCsv,
  recordsJson,
} from './records.ts';
export { readRunFile, writeRunFile } from './run-file.ts';
