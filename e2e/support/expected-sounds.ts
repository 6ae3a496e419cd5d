import type { Plan } from '../../core/class/index.ts';
import { type RunEvent, type Segment, stateAt } from '../../core/time/index.ts';
import { planCues, renderTone, type Tone } from '../../core/voice/index.ts';

/** A sound that should have been heard: when it began (ms since 1970), how long it is, and what it was. */
export interface ExpectedSound {
  atMs: number;
  lengthMs: number;
  what: string;
}

/** How long a tone sounds, ms: as it is rendered. */
const toneMs = (tone: Tone) => renderTone(tone, 48_000).length / 48;

/**
 * The tones and words of a run, from its record alone: each stretch of an interval that ran, its cues at their place,
 * later by the pauses before them. `lengths` are the measured clips; words without one are not expected.
 */
export function expectedSounds(
  plan: Plan,
  events: readonly RunEvent[],
  nowMs: number,
  lengths: ReadonlyMap<string, number>,
): ExpectedSound[] {
  const state = stateAt(plan, events, nowMs);
  const spokenMs = (text: string) => lengths.get(text) ?? Math.round((text.split(' ').length / 2.5) * 1000);
  const cues = planCues(state.plan, state.intervals, spokenMs).filter(
    (c) => (c.tone !== null && c.tone !== 'end') || (c.text !== null && lengths.has(c.text)),
  );
  const underWay: Segment[] =
    state.status === 'running' || state.status === 'paused'
      ? [
          {
            intervalIndex: state.index,
            startedAtMs: state.enteredAtMs,
            ranMs: state.elapsedMs,
            pausedMs: state.pausedMs,
            plannedMs: 0,
            adjustedMs: 0,
            end: 'cut',
          },
        ]
      : [];
  const sounds = [...state.segments, ...underWay].flatMap((segment): ExpectedSound[] => {
    const startMs = state.intervals[segment.intervalIndex]?.startMs ?? 0;
    const interrupted = segment.end !== 'done';
    return cues
      .filter((c) => c.intervalIndex === segment.intervalIndex)
      .filter((c) => (interrupted ? c.atMs - startMs < segment.ranMs : c.atMs - startMs <= segment.ranMs))
      .map((c) => ({
        atMs: atOf(segment, c.atMs - startMs, events),
        lengthMs: c.tone === null ? c.spokenMs : toneMs(c.tone),
        what: c.tone ?? c.text ?? '',
      }));
  });
  if (state.endedAtMs !== null && state.segments.at(-1)?.end === 'done')
    sounds.push({ atMs: state.endedAtMs, lengthMs: toneMs('end'), what: 'end' });
  return sounds.sort((a, b) => a.atMs - b.atMs);
}

function atOf(segment: Segment, offsetMs: number, events: readonly RunEvent[]): number {
  let at = segment.startedAtMs + offsetMs;
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
