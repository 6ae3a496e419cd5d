import type { Plan } from '../../class/index.ts';
import { runIntervals } from '../../time/index.ts';
import { planCues, type SpokenMs } from '../cues/index.ts';
import { arrangeMusic, type TrackSound } from './arrange.ts';
import { beatsOf, type Drum, renderDrum } from './beats.ts';
import { DUCK, limit } from './limit.ts';
import { renderTone } from './tones.ts';

/** A sound of a class with its place: the sample it begins at. A long one is made when its turn comes. */
export interface PlacedSound {
  at: number;
  kind: 'tone' | 'voice' | 'music';
  samples: Float32Array | (() => Float32Array);
}

/** One whose samples are there. */
type LiveSound = PlacedSound & { samples: Float32Array };

export interface TrackOptions {
  sampleRate: number;
  /** The clip of some words at the track's rate, or null when there is none: the cue is left out. */
  clip: (text: string, nth: number) => Float32Array | null;
  spokenMs?: SpokenMs;
  withTones: boolean;
  withMusic: boolean;
  /** A track at the rate of the whole, mono, or null when it is not at hand: there is silence in its place. */
  track?: (id: string) => Float32Array | null;
}

/** Every sound of a class from its count-in to its end, by the sample it begins at. */
export function placeSounds(plan: Plan, options: TrackOptions): { sounds: PlacedSound[]; lengthSamples: number } {
  const intervals = runIntervals(plan);
  const sampleAt = (ms: number) => Math.round((ms * options.sampleRate) / 1000);
  const tones = new Map<string, Float32Array>();
  const rendered = (key: string, make: () => Float32Array) => {
    const kept = tones.get(key) ?? make();
    tones.set(key, kept);
    return kept;
  };
  const sounds: PlacedSound[] = [];
  let spoken = 0;
  for (const cue of planCues(plan, intervals, options.spokenMs)) {
    const at = sampleAt(cue.atMs);
    const { tone } = cue;
    if (tone !== null) {
      if (!options.withTones) continue;
      sounds.push({ at, kind: 'tone', samples: rendered(tone, () => renderTone(tone, options.sampleRate)) });
    } else if (cue.spokenMs > 0 && cue.text !== null) {
      const samples = options.clip(cue.text, spoken++);
      if (samples) sounds.push({ at, kind: 'voice', samples });
    }
  }
  if (options.withMusic) {
    for (const sound of arrangeMusic(plan, intervals).sounds)
      sounds.push({
        at: sampleAt(sound.atMs),
        kind: 'music',
        samples: () => cutTrack(options.track?.(sound.track.id) ?? null, sound, options.sampleRate),
      });
    for (const b of beatsOf(plan, intervals))
      sounds.push({
        at: sampleAt(b.atMs),
        kind: 'music',
        samples: rendered(b.drum, () => renderDrum(b.drum as Drum, options.sampleRate)),
      });
  }
  const last = intervals.at(-1);
  const endMs = (last ? last.startMs + last.durationMs : 0) + 1500;
  return { sounds: sounds.sort((a, b) => a.at - b.at), lengthSamples: sampleAt(endMs) };
}

const LEVELS = { tone: 1, voice: 1, music: 0.8 };

/** A stretch of a track as it sounds: from its place, as fast as it is wanted, with its edges faded. */
export function cutTrack(track: Float32Array | null, sound: TrackSound, sampleRate: number): Float32Array {
  const perMs = sampleRate / 1000;
  const out = new Float32Array(track === null ? 0 : Math.round((sound.endMs - sound.atMs) * perMs));
  const fadeIn = Math.max(1, sound.fadeInMs * perMs);
  const fadeOut = Math.max(1, sound.fadeOutMs * perMs);
  for (let k = 0; track !== null && k < out.length; k++) {
    const at = sound.offsetMs * perMs + k * sound.rate;
    const i = Math.floor(at);
    const between = at - i;
    const value = (track[i] ?? 0) * (1 - between) + (track[i + 1] ?? 0) * between;
    out[k] = value * Math.min(1, k / fadeIn, (out.length - k) / fadeOut);
  }
  return out;
}

/**
 * Mixes placed sounds into stretches of samples, one after the other, so that a long class needs little memory.
 * @param range the samples wanted, from the first to before the last; all where it is left out
 */
export function* mixTrack(
  { sounds, lengthSamples }: { sounds: readonly PlacedSound[]; lengthSamples: number },
  sampleRate: number,
  stretch: number = sampleRate * 10,
  [first, last]: readonly [number, number] = [0, lengthSamples],
): Generator<Float32Array<ArrayBuffer>> {
  const voices = sounds.filter((s): s is LiveSound => s.kind === 'voice' && typeof s.samples !== 'function');
  let from = 0;
  let live: LiveSound[] = [];
  for (let start = first; start < last; start += stretch) {
    const end = Math.min(last, start + stretch);
    while (from < sounds.length && (sounds[from]?.at ?? end) < end) {
      const s = sounds[from++];
      if (s) live.push({ ...s, samples: typeof s.samples === 'function' ? s.samples() : s.samples });
    }
    const out = new Float32Array(end - start);
    const duck = live.some((s) => s.kind === 'music') ? duckOver(voices, start, end, sampleRate) : null;
    for (const s of live) add(out, s, start, duck);
    live = live.filter((s) => s.at + s.samples.length > end);
    for (let i = 0; i < out.length; i++) out[i] = limit(out[i] ?? 0);
    yield out;
  }
}

function add(out: Float32Array, { at, kind, samples }: LiveSound, start: number, duck: Float32Array | null): void {
  const level = LEVELS[kind];
  const first = Math.max(0, start - at);
  const count = Math.min(samples.length, out.length + start - at);
  for (let i = first; i < count; i++) {
    const k = at + i - start;
    const gain = kind === 'music' && duck ? (duck[k] ?? 1) : 1;
    out[k] = (out[k] ?? 0) + level * gain * (samples[i] ?? 0);
  }
}

/** The gain of the music over a stretch: down under every voice, with soft edges. */
function duckOver(voices: readonly LiveSound[], start: number, end: number, sampleRate: number): Float32Array {
  const gain = new Float32Array(end - start).fill(1);
  const attack = DUCK.attackS * sampleRate;
  const release = DUCK.releaseS * sampleRate;
  for (const v of voices) {
    const vEnd = v.at + v.samples.length;
    if (vEnd + release < start || v.at - attack > end) continue;
    for (let k = Math.max(start, Math.floor(v.at - attack)); k < Math.min(end, vEnd + release); k++) {
      const into = k < v.at ? (v.at - k) / attack : k > vEnd ? (k - vEnd) / release : 0;
      const g = DUCK.to + (1 - DUCK.to) * Math.min(1, into);
      gain[k - start] = Math.min(gain[k - start] ?? 1, g);
    }
  }
  return gain;
}
