export { inOrder, type RunCommand, type RunEvent, RunEventSchema, type RunEventType } from './events.ts';
export { applyEvent, foldRun, stateAt } from './fold.ts';
export {
  advance,
  currentInterval,
  type RunState,
  type RunStatus,
  runIntervals,
  type Segment,
  type SegmentEnd,
} from './state.ts';
export { type Deviation, type RunSummary, summarise } from './summary.ts';
export { type RunView, viewOf } from './view.ts';
