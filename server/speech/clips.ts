import { levelLoudness, readWav, toPcm16, trimSilence, wavHeader } from '../../core/voice/index.ts';
import { type Clip, clipLengths, findClip, findRecording, storeClip } from '../db/clips.ts';
import type { Queryable } from '../db/database.ts';
import type { SpeechEngine } from './engine.ts';

/** A sound from outside made fit to be a cue: trimmed, levelled, its exact length told; null when it is no such WAV. */
export function fitClip(bytes: Uint8Array, trim = true): Clip | null {
  const read = readWav(bytes);
  if (!read) return null;
  const trimmed = trim ? trimSilence(read.samples, read.sampleRate) : read.samples;
  if (trimmed.length === 0) return null;
  const pcm = toPcm16(levelLoudness(trimmed));
  const wav = new Uint8Array(44 + pcm.length);
  wav.set(wavHeader(trimmed.length, read.sampleRate));
  wav.set(pcm, 44);
  return { ms: Math.ceil((trimmed.length / read.sampleRate) * 1000), wav };
}

/** The clip of some words, spoken once and kept from then on. */
export async function clipOf(
  db: Queryable,
  engine: SpeechEngine,
  voice: string,
  rate: number,
  words: string,
): Promise<Clip> {
  const kept = await findClip(db, voice, rate, words);
  if (kept) return kept;
  const clip = fitClip(await engine.speak(voice, rate, words));
  if (!clip) throw new Error('The speech engine gave no sound');
  await storeClip(db, voice, rate, words, clip);
  return clip;
}

/** The sound of some words in a class: the instructor's own recording before the voice; null where neither is to be had. */
export async function spokenClip(
  db: Queryable,
  engine: SpeechEngine | null,
  planId: string,
  voice: string,
  rate: number,
  words: string,
): Promise<Clip | null> {
  const own = await findRecording(db, planId, words);
  return own ?? (engine ? clipOf(db, engine, voice, rate, words).catch(() => null) : null);
}

/** The exact lengths of some words, those not yet spoken rendered now; what could not be spoken is left out. */
export async function lengthsOf(
  db: Queryable,
  engine: SpeechEngine,
  voice: string,
  rate: number,
  texts: readonly string[],
): Promise<{ text: string; ms: number }[]> {
  const known = await clipLengths(db, voice, rate, texts);
  for (const text of texts) {
    if (known.has(text)) continue;
    const clip = await clipOf(db, engine, voice, rate, text).catch(() => null);
    if (clip) known.set(text, clip.ms);
  }
  return texts.flatMap((text) => {
    const ms = known.get(text);
    return ms === undefined ? [] : [{ text, ms }];
  });
}
