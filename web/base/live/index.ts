export { askClock, ClockEstimate } from './clock.ts';
export {
  openRunStream,
  type StreamKind,
  type StreamListener,
  type StreamSource,
  type StreamState,
} from './run-stream.ts';
export { type JudgedOffset, type Jump, judgeJump, SteadyClock } from './steady-clock.ts';
export { TIMERS, type Timers } from './timers.ts';
