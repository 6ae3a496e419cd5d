import type { Plan } from '../../../core/class/index.ts';
import type { Interval } from '../../../core/time/index.ts';
import { type RunEvent, type RunState, stateAt } from '../../../core/time/index.ts';
import type { Cue } from '../../../core/voice/index.ts';
import { arrangeMusic, type Beat } from '../../../core/voice/index.ts';
import { clipKey, type SoundSource, type TimedSound, type TimedTrack, tracksFrom } from '../../base/index.ts';

export const SPEEDS = [1, 2, 4, 8, 16] as const;
export type Speed = (typeof SPEEDS)[number];

/** Where a rehearsal stands: at `positionMs` of the class when the clock shows `fromMs`, going on at `speed`, or still. */
export interface Playhead {
  positionMs: number;
  fromMs: number;
  speed: Speed;
  playing: boolean;
}

export function positionAt(place: Playhead, nowMs: number, endMs: number): number {
  const passed = place.playing ? Math.max(0, nowMs - place.fromMs) * place.speed : 0;
  return Math.min(endMs, place.positionMs + passed);
}

/** The state a run would have at a place of the class, with no run made. */
export function stateOf(plan: Plan, positionMs: number): RunState {
  const start: RunEvent = { type: 'start', id: 'rehearsal', seq: 1, atMs: 0 };
  return stateAt(plan, [start], positionMs);
}

/** Of the spoken cues those that fit at a speed: said in full before the next words or tone begin. */
export function fitting(cues: readonly Cue[], speed: Speed): Cue[] {
  return cues.filter((cue, k) => {
    if (cue.tone !== null || cue.spokenMs === 0) return cue.tone !== null;
    const end = cue.atMs + cue.spokenMs * speed;
    return !cues.slice(k + 1).some((c) => (c.tone !== null || c.spokenMs > 0) && c.atMs < end && c.atMs > cue.atMs);
  });
}

/** The sounds of a rehearsal as the clock will show them. */
export function rehearsalSource(place: Playhead, cues: readonly Cue[], beats: readonly Beat[]): SoundSource {
  if (!place.playing) return () => [];
  const at = (ms: number) => place.fromMs + (ms - place.positionMs) / place.speed;
  const said = fitting(cues, place.speed).map(
    (c): TimedSound =>
      c.tone !== null
        ? { atMs: at(c.atMs), bus: 'tones', name: c.tone }
        : { atMs: at(c.atMs), bus: 'voice', name: clipKey(c.text ?? '', false) },
  );
  // A beat is no beat at another speed.
  const music =
    place.speed === 1 ? beats.map((b): TimedSound => ({ atMs: at(b.atMs), bus: 'music', name: b.drum })) : [];
  const all = [...said, ...music];
  return (fromMs, toMs) => all.filter((s) => s.atMs >= fromMs && s.atMs < toMs);
}

/** The tracks of a rehearsal as the clock will show them; none at another speed than the class's own. */
export function rehearsalTracks(place: Playhead, plan: Plan, intervals: readonly Interval[]): TimedTrack[] {
  if (!place.playing || place.speed !== 1) return [];
  const zeroMs = place.fromMs - place.positionMs;
  return tracksFrom(arrangeMusic(plan, intervals).sounds, zeroMs);
}

/** The moment of the next or the last cue from a place; a cue just reached is not the next. */
export function neighbourCue(cues: readonly Cue[], positionMs: number, direction: 1 | -1): number | null {
  const times = [...new Set(cues.filter((c) => c.kind !== 'countdown').map((c) => c.atMs))];
  return direction > 0
    ? (times.find((t) => t > positionMs + 1) ?? null)
    : (times.findLast((t) => t < positionMs - 400) ?? null);
}
