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
export {
  BOOK_COLUMNS,
  type BookColumn,
  type BookGiven,
  type ClassBook,
  guessBookColumns,
  readClassBook,
  type Table,
  tableOf,
  tableOfSheets,
} from './class-book.ts';
export { CLASS_FORMS, type ClassForm } from './class-forms.ts';
export { writeCsv } from './csv.ts';
export {
  guessHeartColumns,
  type HeartSample,
  readHeartRows,
} from './heart-rates.ts';
export { type HomeClass, inScript, readHomePage, writeHomePage } from './home-page.ts';
export { readCalendar, writeCalendar } from './icalendar.ts';
export { writeM3u8 } from './m3u8.ts';
export {
  addClass,
  openPlanFile,
  type PlanFile,
  readPlanFile,
  writePlanFile,
} from './plan-file.ts';
export { type ListedTrack, nameOf } from './playlist.ts';
export { readPlaylist } from './read-playlist.ts';
export { readRunFile } from './read-run-file.ts';
export {
  isRecordsJson,
  type RecordEntry,
  readRecordRows,
  readRecordsJson,
  recordRow,
  recordsCsv,
  recordsJson,
} from './records.ts';
export { writeRunFile } from './run-file.ts';
export { writeWebVtt } from './webvtt.ts';
export { writeXspf } from './xspf.ts';
