import type { RunState } from '../../../core/time/index.ts';
import type { Cue } from '../../../core/voice/index.ts';
import { type Arranged, arrangeMusic, beatsOf } from '../../../core/voice/index.ts';
import type { SoundSource, TimedSound } from './sound-engine.ts';
import type { TimedTrack } from './track-player.ts';
import { clipKey, type VoiceState } from './voice.ts';

const SILENCE: SoundSource = () => [];

/**
 * The sounds of a run from its fold alone: tones, the words there are clips for, and beats. None while it is not running,
 * none past an interval that waits to be tapped.
 */
export function runSounds(folded: RunState | null, cues: readonly Cue[], voice: VoiceState): SoundSource {
  if (folded?.status !== 'running') return SILENCE;
  const current = folded.intervals[folded.index];
  if (!current) return SILENCE;
  const zeroMs = folded.clockMs - current.startMs - folded.elapsedMs;
  const hold = folded.intervals.findIndex((i, k) => k >= folded.index && i.untilTap);
  const held = hold < 0 ? null : folded.intervals[hold];
  const endMs = held ? held.startMs + held.durationMs : Number.POSITIVE_INFINITY;
  const second = folded.plan.voice?.second !== undefined;
  let spoken = 0;
  const sounds = cues.flatMap((cue): TimedSound[] => {
    const says = cue.tone === null && cue.spokenMs > 0 && cue.text !== null;
    const nth = says ? spoken++ : 0;
    if (cue.atMs > endMs || (held && (cue.tone === 'end' || cue.intervalIndex > hold))) return [];
    const atMs = zeroMs + cue.atMs;
    if (cue.tone !== null) return [{ atMs, bus: 'tones', name: cue.tone }];
    // What there is a clip for is said, also while others are still on their way.
    if (!says || !voice.lengths.has(cue.text ?? '')) return [];
    return [{ atMs, bus: 'voice', name: clipKey(cue.text ?? '', second && nth % 2 === 1) }];
  });
  const beats = beatsOf(folded.plan, folded.intervals)
    .filter((b) => b.atMs < endMs)
    .map((b): TimedSound => ({ atMs: zeroMs + b.atMs, bus: 'music', name: b.drum }));
  return (fromMs, toMs) => [...within(sounds, fromMs, toMs), ...within(beats, fromMs, toMs)];
}

/**
 * The tracks of a run from its fold alone, none while it is not running. Where it waits to be tapped they go on till the end of what is laid out there.
 * @param skips moments on the axis of the run's intervals at which the next track was asked for
 */
export function runTracks(folded: RunState | null, skips: readonly number[] = []): TimedTrack[] {
  const current = folded?.status === 'running' ? folded.intervals[folded.index] : undefined;
  if (!folded || !current) return [];
  const zeroMs = folded.clockMs - current.startMs - folded.elapsedMs;
  const held = folded.intervals.find((i, k) => k >= folded.index && i.untilTap);
  const endMs = held ? held.startMs + held.durationMs : Number.POSITIVE_INFINITY;
  return tracksFrom(
    arrangeMusic(folded.plan, folded.intervals, skips).sounds.filter((s) => s.atMs < endMs),
    zeroMs,
  );
}

/** Tracks laid out over some intervals, at their moments: `zeroMs` is that at which the intervals begin. */
export const tracksFrom = (sounds: Arranged['sounds'], zeroMs: number): TimedTrack[] =>
  sounds.map(({ track: { id, title }, blockIndex: _, atMs, endMs, ...rest }) => ({
    ...rest,
    id,
    title,
    atMs: zeroMs + atMs,
    endMs: zeroMs + endMs,
  }));

/** The part of a list in order of time that lies in [fromMs, toMs). */
function within<T extends { atMs: number }>(list: readonly T[], fromMs: number, toMs: number): T[] {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((list[middle]?.atMs ?? 0) < fromMs - 0.5) low = middle + 1;
    else high = middle;
  }
  const found: T[] = [];
  for (let k = low; k < list.length; k++) {
    const item = list[k];
    if (!item || item.atMs >= toMs - 0.5) break;
    found.push(item);
  }
  return found;
}
