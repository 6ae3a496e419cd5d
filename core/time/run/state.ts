import type { Plan } from '../../class/index.ts';
import { compile, type Interval } from '../timeline/index.ts';
import { anchorOf, keepingInserted } from './inserted.ts';

export type RunStatus = 'ready' | 'running' | 'paused' | 'finished' | 'abandoned';

/** The ways a stretch of a run can end. */
export type SegmentEnd = 'done' | 'cut' | 'back' | 'restarted' | 'stopped';

/** A stretch of a run: what happened to one interval; one that was repeated has several. */
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
  /** The plan as it is led by now: rounds added or dropped, moves swapped. */
  plan: Plan;
  /** Lengths set for later intervals by a re-plan, by `intervalKey`; they outlive a change of rounds. */
  trims: Readonly<Record<string, number>>;
  /** Other moves in single sets, by `intervalKey`, then by station. */
  swaps: Readonly<Record<string, NonNullable<Interval['swaps']>>>;
  /** How long sets of reps have taken, by block and station: [sum in ms, sets]. Later ones are estimated from it. */
  pace: Readonly<Record<string, readonly [number, number]>>;
  clockMs: number;
  /** The length as planned at the start, count-in included. */
  plannedMs: number;
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
  /** The following screen that sounds in place of the desk, or null. */
  soundAt: string | null;
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
  const intervals = runIntervals(plan);
  return {
    status: 'ready',
    plan,
    trims: {},
    swaps: {},
    pace: {},
    clockMs: 0,
    plannedMs: intervals.reduce((sum, i) => sum + i.durationMs, 0),
    intervals,
    index: 0,
    elapsedMs: 0,
    enteredAtMs: 0,
    pausedMs: 0,
    adjustedMs: 0,
    segments: [],
    soundAt: null,
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
  const learnt = end === 'done' ? learn(state, state.elapsedMs - overMs) : state;
  const entered: RunState = {
    ...learnt,
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

/** The key of an interval in its plan: the same in any compile of it. */
export function intervalKey(i: Pick<Interval, 'blockIndex' | 'kind' | 'stationIndex' | 'round' | 'side'>): string {
  return `${i.blockIndex}:${i.kind}:${i.stationIndex ?? ''}:${i.round ?? ''}:${i.side ?? ''}`;
}

const paceKey = (i: Interval) => `${i.blockIndex}:${i.stationIndex}`;

/** A set of reps just done says how long the next ones at this station may take. */
function learn(state: RunState, ranMs: number): RunState {
  const interval = currentInterval(state);
  if (interval?.kind !== 'open' || interval.stationIndex === null || ranMs < 1000) return state;
  const [sum, sets] = state.pace[paceKey(interval)] ?? [0, 0];
  const pace = { ...state.pace, [paceKey(interval)]: [sum + ranMs, sets + 1] as const };
  return { ...state, pace, intervals: retimed(state.intervals, state.index, { ...state, pace }) };
}

/** Gives the intervals after a place the lengths and moves that were set or learnt, and moves their starts. */
function retimed(
  intervals: readonly Interval[],
  index: number,
  set: Pick<RunState, 'trims' | 'pace' | 'swaps'>,
): Interval[] {
  let startMs = 0;
  return intervals.map((i, k) => {
    const isLater = k > index && !i.inserted;
    const durationMs = isLater ? lengthOf(i, set.trims, set.pace) : i.durationMs;
    const swaps = isLater ? set.swaps[intervalKey(i)] : i.swaps;
    const isSame = i.startMs === startMs && i.durationMs === durationMs && i.index === k && i.swaps === swaps;
    const placed = isSame ? i : { ...i, startMs, durationMs, index: k, ...(swaps ? { swaps } : {}) };
    startMs += durationMs;
    return placed;
  });
}

function lengthOf(i: Interval, trims: RunState['trims'], pace: RunState['pace']): number {
  const learnt = i.kind === 'open' && i.stationIndex !== null ? pace[paceKey(i)] : undefined;
  if (learnt) return Math.max(1, Math.round(learnt[0] / learnt[1]));
  return trims[intervalKey(i)] ?? i.durationMs;
}

/**
 * The run going on with another plan and other trims: what has run and the current interval stay, what comes after is
 * compiled anew. The state comes back as it is when the current interval has no place in the new plan.
 */
export function withPlan(state: RunState, plan: Plan, trims: RunState['trims'] = state.trims): RunState {
  const current = currentInterval(state);
  if (!current) return state;
  const fresh = runIntervals(plan);
  const anchor = anchorOf(state.intervals, state.index);
  const at = placeIn(fresh, state.intervals, anchor);
  if (at === null) return state;
  const later = keepingInserted(state.intervals, state.index, fresh, at, (k) => placeIn(fresh, state.intervals, k));
  const intervals = [...state.intervals.slice(0, state.index + 1), ...later];
  return { ...state, plan, trims, intervals: retimed(intervals, state.index, { ...state, trims }) };
}

/** Where the current interval stands in another compile: the same key, the same time it comes round. */
function placeIn(fresh: readonly Interval[], intervals: readonly Interval[], index: number): number | null {
  const current = intervals[index];
  if (!current) return null;
  const key = `${intervalKey(current)}:${current.layer ?? ''}`;
  const same = (i: Interval) => !i.inserted && `${intervalKey(i)}:${i.layer ?? ''}` === key;
  let nth = intervals.slice(0, index + 1).filter(same).length;
  for (const [k, i] of fresh.entries()) if (same(i) && --nth === 0) return k;
  return null;
}
