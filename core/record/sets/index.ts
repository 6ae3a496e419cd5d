export { ALIKE_RUNS, changesOf, type Habit, habitsOf } from './as-ran.ts';
export { ChangeSchema, type PlanChange } from './change.ts';
export { changeKey, changeWords, isOpenChange } from './changes.ts';
export * from './counts.ts';
export { doneIntervals, doneOf, doneStretches } from './done.ts';
export {
  type CellEntry,
  cellText,
  entryAt,
  entryOf,
  type GridRow,
  gridRows,
  readCell,
  readTable,
  SET_NOTE_MAX,
  saidIn,
} from './grid.ts';
export { lastTime, lastTimeWords, type Target } from './last-time.ts';
export { sessionEffort, sessionLoad } from './load.ts';
export {
  type Progress,
  proposals,
  stepOf,
  withChanges,
} from './progress.ts';
export { countedSetOf, countWords, type RunRecord, recordOf, type SetRecord, whoOf } from './sets.ts';
export { closeTogether, type SessionSums, type Week, WORKED_FROM_MS, weekOf, weeksOf } from './weeks.ts';
