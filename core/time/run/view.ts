import { type Interval, isBreak, isWork } from '../timeline/index.ts';
import { currentInterval, type RunState } from './state.ts';

/** A run at a moment, as screens show it; all lengths in ms, never negative but `aheadMs`. */
export interface RunView {
  interval: Interval | null;
  elapsedMs: number;
  /** Left of the current interval; 0 while it waits to be tapped. */
  remainingMs: number;
  /** The interval waits at its end for a tap. */
  waiting: boolean;
  /** A tap lets it go on at once: it waits, or there is time to get ready after a wait. */
  mayGo: boolean;
  next: Interval | null;
  /** The next work interval after the current one. */
  nextWork: Interval | null;
  /** To the start of the next round, group or block break; null when none is left. */
  toBreakMs: number | null;
  /** To the end of the class. */
  toEndMs: number;
  /** Place on the axis of the run's own intervals. */
  positionMs: number;
  /** The end as planned from the start, and as it looks now: ms since 1970; null before the start. */
  plannedEndAtMs: number | null;
  projectedEndAtMs: number | null;
}

/** Draws the figures a screen needs out of a state. */
export function viewOf(state: RunState): RunView {
  const interval = currentInterval(state);
  const remainingMs = interval ? Math.max(0, interval.durationMs - state.elapsedMs) : 0;
  const later = state.intervals.slice(state.index + 1);
  const laterMs = later.reduce((sum, i) => sum + i.durationMs, 0);
  const toEndMs = interval ? remainingMs + laterMs : 0;
  const { plannedMs } = state;
  return {
    interval,
    elapsedMs: state.elapsedMs,
    remainingMs,
    waiting: interval?.untilTap === true && remainingMs === 0,
    mayGo: (interval?.untilTap === true && remainingMs === 0) || (interval?.kind === 'countIn' && state.index > 0),
    next: later[0] ?? null,
    nextWork: later.find(isWork) ?? null,
    toBreakMs: interval ? timeToBreak(remainingMs, later) : null,
    toEndMs,
    positionMs: interval ? interval.startMs + Math.min(state.elapsedMs, interval.durationMs) : endOf(state),
    plannedEndAtMs: state.startedAtMs === null ? null : state.startedAtMs + plannedMs,
    projectedEndAtMs: state.endedAtMs ?? (state.startedAtMs === null ? null : state.clockMs + toEndMs),
  };
}

function timeToBreak(remainingMs: number, later: readonly Interval[]): number | null {
  let sum = remainingMs;
  for (const i of later) {
    if (isBreak(i)) return sum;
    sum += i.durationMs;
  }
  return null;
}

function endOf({ intervals }: RunState): number {
  const last = intervals[intervals.length - 1];
  return last ? last.startMs + last.durationMs : 0;
}
