import * as v from 'valibot';
import { type Plan, voiceOf } from '../../core/plan/index.ts';
import { readWav } from '../../core/sound/index.ts';
import type { SoundEngine } from './sound-engine.ts';

const LengthsSchema = v.object({ clips: v.array(v.object({ text: v.string(), ms: v.number() })) });
const RecordingsSchema = v.array(v.object({ planId: v.string(), words: v.string(), ms: v.number() }));
export type RecordingInfo = v.InferOutput<typeof RecordingsSchema>[number];

const BATCH = 6;
const AT_ONCE = 4;

/** The measured lengths of words in ms, and how much of the voice is at hand. */
export interface VoiceState {
  kind: 'idle' | 'loading' | 'ready' | 'none';
  done: number;
  total: number;
  lengths: ReadonlyMap<string, number>;
}

export const NO_VOICE: VoiceState = { kind: 'idle', done: 0, total: 0, lengths: new Map() };

/** The key a clip is played by; every second cue may be said by another voice. */
export const clipKey = (text: string, second: boolean) => (second ? `2|${text}` : `1|${text}`);

async function post(path: string, body: unknown, signal: AbortSignal): Promise<unknown> {
  const res = await fetch(path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    signal,
  });
  if (!res.ok) throw new Error(`${res.status}`);
  return res.json();
}

/** The instructor's own recordings for a class and for all. */
export async function listRecordings(planId: string, signal?: AbortSignal): Promise<RecordingInfo[]> {
  const res = await fetch(`/api/speech/recordings?plan=${encodeURIComponent(planId)}`, signal ? { signal } : {});
  return res.ok ? v.parse(RecordingsSchema, await res.json()) : [];
}

/**
 * Says words, or has them measured: own recordings first, then the synthetic voice. Tells how many it is done with, and gives the
 * lengths of those that can be had, ms, the longer of two voices'. Throws when there is no voice or the server cannot be reached.
 */
export type Speaker = (
  plan: Plan,
  words: readonly string[],
  onProgress: (done: number, lengths: ReadonlyMap<string, number>) => void,
  signal: AbortSignal,
) => Promise<ReadonlyMap<string, number>>;

/** Measures words, a few at a time; nothing is fetched to be played. */
export const measuring: Speaker = async (plan, words, onProgress, signal) => {
  const lengths = new Map<string, number>();
  for (const r of await listRecordings(plan.id, signal)) if (!lengths.has(r.words)) lengths.set(r.words, r.ms);
  const { name, rate, second } = voiceOf(plan);
  const voices = second === null ? [name] : [name, second];
  const own = new Set(lengths.keys());
  const left = words.filter((w) => !own.has(w));
  for (let k = 0; k < left.length; k += BATCH) {
    const texts = left.slice(k, k + BATCH);
    for (const voice of voices) {
      const { clips } = v.parse(LengthsSchema, await post('/api/speech/lengths', { voice, rate, texts }, signal));
      for (const c of clips) lengths.set(c.text, Math.max(c.ms, lengths.get(c.text) ?? 0));
    }
    onProgress(Math.min(left.length, k + BATCH), new Map(lengths));
  }
  return lengths;
};

/** Fetches clips, spoken now if they never were, and hands them to an engine. */
export const speakingTo =
  (engine: ClipKeeper): Speaker =>
  async (plan, words, onProgress, signal) => {
    const { name, rate, second } = voiceOf(plan);
    const own = new Set((await listRecordings(plan.id, signal)).map((r) => r.words));
    const address = (text: string, turn: Turn) =>
      own.has(text)
        ? `/api/speech/recording?${new URLSearchParams({ plan: plan.id, text })}`
        : `/api/speech/clip?${new URLSearchParams({ voice: turn === 2 ? (second ?? name) : name, rate: String(rate), text })}`;
    return load(words, second === null ? [1] : [1, 2], address, engine, onProgress, signal);
  };

/** The same for a screen that follows a run by its code. */
export const speakingByCode =
  (code: string, engine: ClipKeeper): Speaker =>
  (plan, words, onProgress, signal) => {
    const address = (text: string, turn: Turn) =>
      `/api/live/${encodeURIComponent(code)}/clip?${new URLSearchParams({ text, turn: String(turn) })}`;
    return load(words, voiceOf(plan).second === null ? [1] : [1, 2], address, engine, onProgress, signal);
  };

/** What keeps clips to be played by their keys. */
export type ClipKeeper = Pick<SoundEngine, 'addClip'>;

type Turn = 1 | 2;

async function load(
  words: readonly string[],
  turns: readonly Turn[],
  address: (text: string, turn: Turn) => string,
  engine: ClipKeeper,
  onProgress: Parameters<Speaker>[2],
  signal: AbortSignal,
): Promise<ReadonlyMap<string, number>> {
  const jobs = words.flatMap((text) => turns.map((turn) => ({ text, turn })));
  const total = jobs.length;
  const lengths = new Map<string, number>();
  const work = async () => {
    for (let job = jobs.shift(); job; job = jobs.shift()) {
      const res = await fetch(address(job.text, job.turn), { signal });
      const wav = res.ok ? readWav(new Uint8Array(await res.arrayBuffer())) : null;
      onProgress(Math.floor((total - jobs.length) / turns.length), lengths);
      if (!wav) continue;
      engine.addClip(clipKey(job.text, job.turn === 2), wav.samples, wav.sampleRate);
      const ms = Math.ceil((wav.samples.length / wav.sampleRate) * 1000);
      lengths.set(job.text, Math.max(ms, lengths.get(job.text) ?? 0));
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
  if (total > 0 && lengths.size === 0) throw new Error('No voice is to be had');
  return lengths;
}
