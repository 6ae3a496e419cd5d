import Papa from 'papaparse';
import workerpool from 'workerpool';
import { isRecordsJson, readCalendar, readPlanFile, readRecordRows, readRecordsJson } from '../../core/out/index.ts';
import { drawRequest } from '../paper/draw-request.ts';

/** What a thread of the pool does; each is called by its name with what can be copied from thread to thread. */
const WORK = {
  calendar: readCalendar,
  classes: readPlanFile,
  records: readRecords,
  paper: drawRequest,
};
export type Work = typeof WORK;

/** Records out of a file: whole runs as JSON, or what was written down as CSV; null where it is neither. */
function readRecords(text: string) {
  if (isRecordsJson(text)) return { kind: 'json' as const, ...readRecordsJson(text) };
  const { data } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: true,
  });
  return 'run' in (data[0] ?? {}) ? { kind: 'csv' as const, ...readRecordRows(data) } : null;
}

workerpool.worker(WORK);
