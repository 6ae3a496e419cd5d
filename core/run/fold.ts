import type { Plan } from '../plan/index.ts';
import { inOrder, type RunEvent } from './events.ts';
import { advance, currentInterval, initialState, leave, type RunState, stop, withDuration } from './state.ts';

/** The state of a run at a moment: a pure function of the plan, the events and the time (ms since 1970). */
export function stateAt(plan: Plan, events: readonly RunEvent[], nowMs: number): RunState {
  return advance(foldRun(plan, events), nowMs);
}

/** Folds events, in any order and with repeats, into the state right after the last of them. */
export function foldRun(plan: Plan, events: readonly RunEvent[]): RunState {
  return inOrder(events).reduce(applyEvent, initialState(plan));
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
      return currentInterval(state)?.untilTap ? leave(state, 'done', 0) : state;
    case 'adjust':
      return adjust(state, event.deltaMs);
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
