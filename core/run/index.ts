export {
  effective,
  inOrder,
  isRecord,
  isUndoable,
  lastUndoable,
  leaderOf,
  type RunCommand,
  type RunEvent,
  RunEventSchema,
} from './events.ts';
export { type Floors, finishBy, USUAL_FLOORS } from './finish-by.ts';
export { applyEvent, foldRun, stateAt } from './fold.ts';
export { currentBlock } from './live-edits.ts';
export {
  type Closing,
  type Count,
  type CountedSet,
  closingOf,
  countBefore,
  countOf,
  endedByHand,
  placeInComplex,
  type RepsRecord,
  recordsOf,
  setCounted,
  setsNotCounted,
} from './records.ts';
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
} from './state.ts';
export {
  type Deviation,
  type DeviationSums,
  isCountInOfRun,
  sumDeviations,
  summarise,
} from './summary.ts';
export { type RunView, viewOf } from './view.ts';
