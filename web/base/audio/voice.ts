import { type Plan, voiceOf } from '../../../core/class/index.ts';
import { readWav } from '../../../core/voice/index.ts';
import { type AnswerOf, live, speech } from '../../../core/wire/index.ts';
import { ApiError, ask, fetchFrom } from '../data/index.ts';
import type { SoundEngine } from './sound-engine.ts';

export type RecordingInfo = AnswerOf<typeof speech.listRecordings>[number];

const BATCH = 6;
/** New words are spoken while it waits. */
const SPEAK_PATIENCE_MS = 60_000;
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

/** The instructor's own recordings for a class and for all. */
export function listRecordings(planId: string, signal?: AbortSignal): Promise<RecordingInfo[]> {
  return ask(speech.listRecordings, { query: { plan: planId }, ...(signal ? { signal } : {}) });
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
      const { clips } = await ask(speech.measureClips, {
        body: { voice, rate, texts },
        signal,
        patienceMs: SPEAK_PATIENCE_MS,
      });
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
    const get: ClipSource = (text, turn) => {
      if (own.has(text)) return fetchFrom(speech.getRecording, { query: { plan: plan.id, text }, signal });
      const voice = turn === 2 ? (second ?? name) : name;
      return fetchFrom(speech.getClip, {
        query: { voice, rate: String(rate), text },
        signal,
        patienceMs: SPEAK_PATIENCE_MS,
      });
    };
    return load(words, second === null ? [1] : [1, 2], get, engine, onProgress);
  };

/** The same for a screen that follows a run by its code. */
export const speakingByCode =
  (code: string, engine: ClipKeeper): Speaker =>
  (plan, words, onProgress, signal) => {
    const get: ClipSource = (text, turn) =>
      fetchFrom(live.followClip, {
        path: { code },
        query: { text, turn: `${turn}` },
        signal,
        patienceMs: SPEAK_PATIENCE_MS,
      });
    return load(words, voiceOf(plan).second === null ? [1] : [1, 2], get, engine, onProgress);
  };

/** A store of clips by key. */
export type ClipKeeper = Pick<SoundEngine, 'addClip'>;

type VoiceNumber = 1 | 2;
type ClipSource = (text: string, turn: VoiceNumber) => Promise<Response>;

async function load(
  words: readonly string[],
  turns: readonly VoiceNumber[],
  get: ClipSource,
  engine: ClipKeeper,
  onProgress: Parameters<Speaker>[2],
): Promise<ReadonlyMap<string, number>> {
  const jobs = words.flatMap((text) => turns.map((turn) => ({ text, turn })));
  const total = jobs.length;
  const lengths = new Map<string, number>();
  const work = async () => {
    for (let job = jobs.shift(); job; job = jobs.shift()) {
      const res = await get(job.text, job.turn).catch(unlessRefused);
      const wav = res ? readWav(new Uint8Array(await res.arrayBuffer())) : null;
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

/** A clip that the server refuses is left out; one that nobody answers for is not. */
function unlessRefused(error: unknown): null {
  if (error instanceof ApiError && error.status > 0) return null;
  throw error;
}
