import { planCues } from '../../core/cues/index.ts';
import type { Plan } from '../../core/plan/index.ts';
import { type RunEvent, type Segment, stateAt } from '../../core/run/index.ts';

/**
 * When the tones of a run should have sounded, ms since 1970, from its record alone: each stretch of an interval that
 * ran, its cues at their place, later by the pauses before them.
 */
export function expectedTones(plan: Plan, events: readonly RunEvent[], nowMs: number): number[] {
  const state = stateAt(plan, events, nowMs);
  const cues = planCues(plan, state.intervals).filter((c) => c.tone !== null && c.tone !== 'end');
  const times = state.segments.flatMap((segment, k) => {
    const startMs = state.intervals[segment.intervalIndex]?.startMs ?? 0;
    const interrupted = segment.end !== 'done';
    return cues
      .filter((c) => c.intervalIndex === segment.intervalIndex)
      .map((c) => c.atMs - startMs)
      .filter((offset) => (interrupted ? offset < segment.ranMs : offset <= segment.ranMs))
      .map((offset) => atOf(segment, offset, events, state.segments[k]?.startedAtMs ?? 0));
  });
  if (state.endedAtMs !== null && state.segments.at(-1)?.end === 'done') times.push(state.endedAtMs);
  return times;
}

function atOf(segment: Segment, offsetMs: number, events: readonly RunEvent[], startMs: number): number {
  let at = startMs + offsetMs;
  let pausedAt: number | null = null;
  for (const e of events) {
    if (e.atMs < segment.startedAtMs) continue;
    if (e.type === 'pause' && e.atMs < at) pausedAt = e.atMs;
    if (e.type === 'resume' && pausedAt !== null) {
      at += e.atMs - pausedAt;
      pausedAt = null;
    }
  }
  return at;
}
