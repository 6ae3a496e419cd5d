export {
  effective,
  inOrder,
  isRecord,
  lastUndoable,
  leaderOf,
  type RunCommand,
  type RunEvent,
  RunEventSchema,
  type RunEventType,
} from './events.ts';
export { type FinishAnswer, type FinishOption, type Floors, finishBy, USUAL_FLOORS } from './finish-by.ts';
export { applyEvent, foldRun, stateAt } from './fold.ts';
export { currentBlock } from './live-edits.ts';
export { type NoteRecord, placeInComplex, type RepsRecord, recordsOf } from './records.ts';
export { RunLog } from './run-log.ts';
export { setNow } from './set-now.ts';
export {
  advance,
  currentInterval,
  intervalKey,
  type RunState,
  type RunStatus,
  runIntervals,
  type Segment,
  type SegmentEnd,
} from './state.ts';
export {
  type Deviation,
  type DeviationSums,
  isCountInOfRun,
  type RunSummary,
  sumDeviations,
  summarise,
} from './summary.ts';
export { type RunView, viewOf } from './view.ts';
