export { writeMarkdown } from './board-text.ts';
export {
  CHAPTERS_BY,
  type ChaptersBy,
  captionsOf,
  chapterLines,
  chaptersOf,
  ledRecording,
  plannedRecording,
  type Recorded,
} from './captions.ts';
export { writeCsv } from './csv.ts';
export { type HomeClass, inScript, planForHome, readHomePage, writeHomePage } from './home-page.ts';
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
export { type TimedText, writeWebVtt } from './webvtt.ts';
