import { effective, type RunEvent } from './events.ts';
import { advance, currentInterval, type RunState, stop } from './state.ts';

/** A run that stands still for so long without anybody touching it ends by itself. */
export const IDLE_MS = 6 * 3_600_000;

/**
 * Since when a run stands still, ms on the desk's clock: paused, or waiting for a tap, and nothing written down since; null while it goes on
 * by itself, and before and after it.
 * @param folded the state right after the last event
 */
function stillSince(folded: RunState, nowMs: number): number | null {
  const state = advance(folded, nowMs);
  if (state.status === 'paused') return folded.clockMs;
  const interval = currentInterval(state);
  if (state.status !== 'running' || !interval?.untilTap) return null;
  const waitsForMs = state.elapsedMs - interval.durationMs;
  return waitsForMs < 0 ? null : Math.max(folded.clockMs, nowMs - waitsForMs);
}

/** When a run has ended by itself since nobody touched it: the moment since which it stood still; null where it has not. */
export function idleEnd(folded: RunState, nowMs: number): number | null {
  const since = stillSince(folded, nowMs);
  return since !== null && nowMs - since >= IDLE_MS ? Math.round(since) : null;
}

/** The state of a run at a moment as screens elsewhere have it: one that nobody has touched for hours has ended. */
export function asLeft(folded: RunState, nowMs: number): RunState {
  const endMs = idleEnd(folded, nowMs);
  return endMs === null ? advance(folded, nowMs) : stop(advance(folded, endMs), 'finished');
}

/** Whether a run has ended by itself since nobody touched it for hours. */
export const endedIdle = (events: readonly RunEvent[]): boolean =>
  effective(events).some((e) => e.type === 'finish' && e.idle === true);
