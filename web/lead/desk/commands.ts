import type { RunCommand, RunState, RunView } from '../../../core/time/index.ts';

/** The one big button: start, go on, pause, or let a waiting interval go. */
export function mainCommand(state: RunState, view: RunView): RunCommand | null {
  if (state.status === 'ready') return { type: 'start' };
  if (state.status === 'paused') return { type: 'resume' };
  if (state.status !== 'running') return null;
  return view.mayGo ? { type: 'release' } : { type: 'pause' };
}

/** Onward: start, let a waiting interval go, end a set of reps, else skip. */
export function onward(state: RunState, view: RunView): RunCommand | null {
  if (state.status === 'ready') return { type: 'start' };
  const reps = view.interval?.kind === 'open' && view.interval.untilTap;
  return view.mayGo || reps ? { type: 'release' } : { type: 'skip' };
}

const BACK_WITHIN_MS = 3000;

/** Back to the interval before in the first seconds of one, else to its own start. */
export function back(_state: RunState, view: RunView): RunCommand {
  return { type: view.elapsedMs < BACK_WITHIN_MS ? 'back' : 'restart' };
}

/** Lets an interval wait, with the class's time to get ready after it; or lets it go. */
export const holdOrRelease = (state: RunState, view: RunView): RunCommand =>
  view.interval?.untilTap ? { type: 'release' } : { type: 'hold', readyMs: state.plan.getReadyMs };

export type KeyCommand = (state: RunState, view: RunView) => RunCommand | null;

const adjust = (deltaMs: number): KeyCommand => {
  return () => ({ type: 'adjust', deltaMs });
};

/** The command of each key. */
export const KEYS: Record<string, KeyCommand> = {
  ' ': mainCommand,
  ArrowRight: onward,
  PageDown: onward,
  ArrowLeft: back,
  PageUp: back,
  '+': adjust(10_000),
  '=': adjust(10_000),
  '-': adjust(-10_000),
  h: holdOrRelease,
  r: () => ({ type: 'rounds', delta: 1 }),
  d: () => ({ type: 'rounds', delta: -1 }),
};
