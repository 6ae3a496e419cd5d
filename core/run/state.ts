import type { Plan } from '../plan/index.ts';
import { compile, type Interval } from '../timeline/index.ts';

export type RunStatus = 'ready' | 'running' | 'paused' | 'finished' | 'abandoned';

/** How a stretch of a run came to its end. */
export type SegmentEnd = 'done' | 'cut' | 'back' | 'restarted' | 'stopped';

/** What really happened to one interval; one that was gone back to has several. */
export interface Segment {
  intervalIndex: number;
  /** ms since 1970. */
  startedAtMs: number;
  ranMs: number;
  pausedMs: number;
  /** The length it had in the plan. */
  plannedMs: number;
  /** Seconds added or taken live. */
  adjustedMs: number;
  end: SegmentEnd;
}

/**
 * The state of a run as of `clockMs`: a fold of its events, moved on by time alone. `intervals` is the plan's
 * timeline with the count-in before it, in lengths as changed live, starts from 0.
 */
export interface RunState {
  status: RunStatus;
  clockMs: number;
  intervals: readonly Interval[];
  /** The place: index into intervals. */
  index: number;
  /** Milliseconds run of the current interval; more than its length while it waits to be tapped. */
  elapsedMs: number;
  /** When the current interval was entered, its pauses so far and its live change. */
  enteredAtMs: number;
  pausedMs: number;
  adjustedMs: number;
  segments: readonly Segment[];
  startedAtMs: number | null;
  endedAtMs: number | null;
}

/** The list a run goes through: count-in (when the plan has one) and the plan's timeline, indexed anew. */
export function runIntervals(plan: Plan): Interval[] {
  const { intervals } = compile(plan);
  if (plan.countInMs === 0 || intervals.length === 0) return [...intervals];
  const first = intervals[0];
  const countIn: Interval = {
    kind: 'countIn',
    durationMs: plan.countInMs,
    stationIndex: null,
    round: null,
    side: null,
    about: false,
    untilTap: false,
    layer: null,
    phases: [],
    index: 0,
    startMs: 0,
    blockIndex: first?.blockIndex ?? 0,
  };
  return [countIn, ...intervals.map((i) => ({ ...i, index: i.index + 1, startMs: i.startMs + plan.countInMs }))];
}

/** A run before its start. */
export function initialState(plan: Plan): RunState {
  return {
    status: 'ready',
    clockMs: 0,
    intervals: runIntervals(plan),
    index: 0,
    elapsedMs: 0,
    enteredAtMs: 0,
    pausedMs: 0,
    adjustedMs: 0,
    segments: [],
    startedAtMs: null,
    endedAtMs: null,
  };
}

/** The current interval, or null when the run is over or the plan is empty. */
export function currentInterval(state: RunState): Interval | null {
  return state.intervals[state.index] ?? null;
}

/**
 * Moves the state on to a later moment with no event between. Time does not run backwards: an earlier moment gives the
 * state as it is. When the last interval is over the run has finished, at that instant.
 */
export function advance(state: RunState, toMs: number): RunState {
  const passed = toMs - state.clockMs;
  if (passed <= 0) return state;
  if (state.status === 'paused') return { ...state, clockMs: toMs, pausedMs: state.pausedMs + passed };
  if (state.status !== 'running') return state;
  let next: RunState = { ...state, clockMs: toMs, elapsedMs: state.elapsedMs + passed };
  for (let i = currentInterval(next); i && !i.untilTap && next.elapsedMs >= i.durationMs; i = currentInterval(next)) {
    next = leave(next, 'done', next.elapsedMs - i.durationMs);
    if (next.status === 'finished') return next;
  }
  return next;
}

/**
 * Closes the current interval as a segment and enters another, `overMs` of which have already run.
 * Leaving past the last one finishes the run.
 */
export function leave(state: RunState, end: SegmentEnd, overMs: number, to: number = state.index + 1): RunState {
  const atMs = state.clockMs - overMs;
  const entered: RunState = {
    ...state,
    segments: withSegment(state, end, state.elapsedMs - overMs),
    index: to,
    elapsedMs: overMs,
    enteredAtMs: atMs,
    pausedMs: 0,
    adjustedMs: 0,
  };
  if (to < state.intervals.length) return entered;
  return { ...entered, status: 'finished', elapsedMs: 0, clockMs: atMs, endedAtMs: atMs };
}

function withSegment(state: RunState, end: SegmentEnd, ranMs: number): readonly Segment[] {
  const interval = currentInterval(state);
  if (!interval) return state.segments;
  const segment: Segment = {
    intervalIndex: state.index,
    startedAtMs: state.enteredAtMs,
    ranMs,
    pausedMs: state.pausedMs,
    plannedMs: interval.durationMs - state.adjustedMs,
    adjustedMs: state.adjustedMs,
    end,
  };
  return [...state.segments, segment];
}

/** Ends the run now, finished or abandoned; what was under way is kept as a stopped segment. */
export function stop(state: RunState, status: 'finished' | 'abandoned'): RunState {
  const started = state.startedAtMs !== null;
  return {
    ...state,
    status,
    segments: started ? withSegment(state, 'stopped', state.elapsedMs) : state.segments,
    endedAtMs: state.clockMs,
  };
}

/** The list with one interval's length changed and all later starts moved. */
export function withDuration(intervals: readonly Interval[], index: number, durationMs: number): Interval[] {
  const old = intervals[index];
  if (!old) return [...intervals];
  const shift = durationMs - old.durationMs;
  return intervals.map((i, k) => {
    if (k < index) return i;
    return k === index ? { ...i, durationMs } : { ...i, startMs: i.startMs + shift };
  });
}
