export {
  type Entered,
  EnteredSchema,
  effective,
  FeltSchema,
  isRecord,
  isUndoable,
  lastUndoable,
  type RunCommand,
  type RunEvent,
  RunEventSchema,
} from './events.ts';
export { type FinishAnswer, type Floors, finishBy, USUAL_FLOORS } from './finish-by.ts';
export { applyEvent, foldRun, stateAt } from './fold.ts';
export { asLeft, endedIdle, IDLE_MS, idleEnd } from './idle.ts';
export { currentBlock } from './live-edits.ts';
export {
  type Closing,
  type CountedSet,
  closingOf,
  correctionsOf,
  countBefore,
  countOf,
  endedByHand,
  isOf,
  type NoteRecord,
  ownerKey,
  placeInComplex,
  type RepsRecord,
  recordOfSet,
  recordsOf,
  setCounted,
  setKey,
  setsNotCounted,
  type Who,
  whoKey,
} from './records.ts';
export { RunLog } from './run-log.ts';
export {
  eventOnScreen,
  type FollowingScreen,
  planOnScreen,
  SCREEN_KINDS,
  type ScreenKind,
} from './seen.ts';
export { setNow } from './set-now.ts';
export {
  advance,
  currentInterval,
  intervalKey,
  type RunState,
  runIntervals,
  type Segment,
  type SegmentEnd,
} from './state.ts';
export {
  type Deviation,
  type DeviationSums,
  isCountInOfRun,
  sumDeviations,
  summarise,
} from './summary.ts';
export { type RunView, viewOf } from './view.ts';
