import type { Plan } from '../../class/index.ts';
import { isWork } from '../timeline/index.ts';
import { effective, type RunEvent } from './events.ts';
import { insertedPiece, withInserted, withoutNext } from './inserted.ts';
import { withMore, withOneRound, withReplan, withSwap } from './live-edits.ts';
import { advance, currentInterval, initialState, leave, type RunState, stop, withDuration } from './state.ts';

/** The state of a run at a moment: a pure function of the plan, the events and the time (ms since 1970). */
export function stateAt(plan: Plan, events: readonly RunEvent[], nowMs: number): RunState {
  return advance(foldRun(plan, events), nowMs);
}

/** Folds events, in any order and with repeats, into the state right after the last of them. */
export function foldRun(plan: Plan, events: readonly RunEvent[]): RunState {
  return effective(events).reduce(applyEvent, initialState(plan));
}

/**
 * Applies one event. Events must come in order of sequence. One that does not fit the state (a pause while paused, a
 * skip after the end) changes nothing but the time; one dated before the state counts as happening now.
 */
export function applyEvent(before: RunState, event: RunEvent): RunState {
  if (event.type === 'start') return start(before, event.atMs);
  if (before.status === 'ready')
    return event.type === 'abandon' ? stop({ ...before, clockMs: event.atMs }, 'abandoned') : before;
  const state = advance(before, event.atMs);
  if (state.status === 'finished' || state.status === 'abandoned') return state;
  switch (event.type) {
    case 'pause':
      return state.status === 'running' ? { ...state, status: 'paused' } : state;
    case 'resume':
      return state.status === 'paused' ? { ...state, status: 'running' } : state;
    case 'skip':
      return leave(state, 'cut', 0);
    case 'back':
      return leave(state, 'back', 0, Math.max(0, state.index - 1));
    case 'restart':
      return leave(state, 'restarted', 0, state.index);
    case 'release':
      return release(state);
    case 'adjust':
      return adjust(state, event.deltaMs);
    case 'hold':
      return hold(state, event.readyMs ?? 0);
    case 'rounds':
      return withOneRound(state, event.delta);
    case 'more':
      return withMore(state, event.to ?? null);
    case 'heads':
      return { ...state, plan: { ...state.plan, heads: event.heads } };
    case 'sound':
      return { ...state, soundAt: event.screen };
    case 'swap':
      return withSwap(state, event);
    case 'replan':
      return withReplan(state, event);
    // Written down, or said by whom; the run goes on as it was.
    case 'lead':
    case 'reps':
    case 'note':
    case 'felt':
    case 'pulse':
    case 'undo':
    case 'reopen':
    case 'close':
      return state;
    case 'finish':
      return stop(state, 'finished');
    case 'abandon':
      return stop(state, 'abandoned');
  }
}

function start(state: RunState, atMs: number): RunState {
  if (state.status !== 'ready') return state;
  const started: RunState = { ...state, status: 'running', clockMs: atMs, enteredAtMs: atMs, startedAtMs: atMs };
  return state.intervals.length > 0 ? started : stop(started, 'finished');
}

/** Goes on from an interval that waits. A held one that is not at its end yet is only let go. */
function release(state: RunState): RunState {
  const interval = currentInterval(state);
  // Who is ready before the time to get ready is over starts at once.
  if (interval?.kind === 'countIn' && state.index > 0) return leave(state, 'done', 0);
  if (!interval?.untilTap) return state;
  const wasHeld = !interval.about && state.elapsedMs < interval.durationMs;
  if (!wasHeld) return leave(state, 'done', 0);
  const free = state.intervals.map((i, k) => (k === state.index ? { ...i, untilTap: false } : i));
  const next = free[state.index + 1];
  // It goes on as it would have: there is nothing to get ready from.
  const wasWaiting = next?.kind === 'countIn' && next.inserted;
  return { ...state, intervals: wasWaiting ? withoutNext(free, state.index) : free };
}

/** Changes the current interval only, never below what has already run; at that point it is over. */
function adjust(state: RunState, deltaMs: number): RunState {
  const interval = currentInterval(state);
  if (!interval) return state;
  const durationMs = Math.max(1, Math.ceil(state.elapsedMs), interval.durationMs + deltaMs);
  const change = durationMs - interval.durationMs;
  const changed: RunState = {
    ...state,
    intervals: withDuration(state.intervals, state.index, durationMs),
    adjustedMs: state.adjustedMs + change,
  };
  const over = !interval.untilTap && changed.elapsedMs >= durationMs;
  return over ? leave(changed, 'done', changed.elapsedMs - durationMs) : changed;
}

/** The current interval waits at its end, and after it there is time to get ready for work; one that waits already goes on waiting. */
function hold(state: RunState, readyMs: number): RunState {
  const interval = currentInterval(state);
  if (!interval || interval.untilTap) return state;
  const held = { ...interval, untilTap: true };
  const intervals = state.intervals.map((i, k) => (k === state.index ? held : i));
  const next = intervals[state.index + 1];
  if (readyMs === 0 || isWork(interval) || !next || !isWork(next)) return { ...state, intervals };
  const { blockIndex, stationIndex, round } = interval;
  const ready = insertedPiece('countIn', readyMs, { blockIndex, stationIndex, round });
  return { ...state, intervals: withInserted(intervals, state.index, [ready]) };
}
