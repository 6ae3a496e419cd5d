import { wordsOf } from '../../core/cues/index.ts';
import { type Plan, voiceOf } from '../../core/plan/index.ts';
import { runIntervals } from '../../core/run/index.ts';
import { mixTrack, placeSounds, readWav, resample, toPcm16, wavHeader } from '../../core/sound/index.ts';
import type { Queryable } from '../db/database.ts';
import { spokenClip } from './clips.ts';
import type { SpeechEngine } from './engine.ts';

/** Samples a second of a cue track: twice the telephone's, enough for speech and tones up to 4 kHz with their octave. */
export const TRACK_RATE = 24_000;

/** A class's whole sound as a WAV in pieces, with its length in bytes told before the first. */
export interface Track {
  bytes: number;
  pieces: Iterable<Uint8Array>;
  /** Words that could not be spoken. */
  silentWords: string[];
}

/** The clips of a class's cues by words and voice, then its tones, voice and music mixed to their samples. */
export async function makeTrack(
  db: Queryable,
  engine: SpeechEngine | null,
  plan: Plan,
  want: { voice: boolean; music: boolean },
): Promise<Track> {
  const clips = want.voice ? await clipsOf(db, engine, plan) : new Map<string, Spoken>();
  const second = plan.voice?.second;
  const spokenMs = (text: string) => clips.get(text)?.ms ?? 0;
  const placed = placeSounds(plan, {
    sampleRate: TRACK_RATE,
    withMusic: want.music,
    ...(want.voice && clips.size > 0 ? { spokenMs } : {}),
    clip: (text, nth) => {
      const spoken = clips.get(text);
      return (second && nth % 2 === 1 ? spoken?.second : spoken?.first) ?? spoken?.first ?? null;
    },
  });
  return {
    bytes: 44 + placed.lengthSamples * 2,
    pieces: pieces(placed),
    silentWords: want.voice ? wordsOf(plan, runIntervals(plan)).filter((w) => !clips.has(w)) : [],
  };
}

function* pieces(placed: ReturnType<typeof placeSounds>): Generator<Uint8Array> {
  yield wavHeader(placed.lengthSamples, TRACK_RATE);
  for (const stretch of mixTrack(placed, TRACK_RATE)) yield toPcm16(stretch);
}

interface Spoken {
  ms: number;
  first: Float32Array;
  second: Float32Array | null;
}

async function clipsOf(db: Queryable, engine: SpeechEngine | null, plan: Plan): Promise<Map<string, Spoken>> {
  const { name, rate, second } = voiceOf(plan);
  const found = new Map<string, Spoken>();
  const say = async (voice: string, words: string) => {
    const clip = await spokenClip(db, engine, plan.id, voice, rate, words);
    const wav = clip && readWav(clip.wav);
    return clip && wav ? { ms: clip.ms, samples: resample(wav.samples, wav.sampleRate, TRACK_RATE) } : null;
  };
  for (const words of wordsOf(plan, runIntervals(plan))) {
    const a = await say(name, words);
    const b = second ? await say(second, words) : null;
    if (a) found.set(words, { ms: Math.max(a.ms, b?.ms ?? 0), first: a.samples, second: b?.samples ?? null });
  }
  return found;
}
