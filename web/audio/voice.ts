import * as v from 'valibot';
import type { SpokenMs } from '../../core/cues/index.ts';
import { estimateSpokenMs } from '../../core/cues/index.ts';
import type { Plan, VoiceName } from '../../core/plan/index.ts';
import { readWav } from '../../core/sound/index.ts';
import type { SoundEngine } from './sound-engine.ts';

const LengthsSchema = v.object({ clips: v.array(v.object({ text: v.string(), ms: v.number() })) });
const RecordingsSchema = v.array(v.object({ planId: v.string(), words: v.string(), ms: v.number() }));
export type RecordingInfo = v.InferOutput<typeof RecordingsSchema>[number];

export const DEFAULT_VOICE: VoiceName = 'slt';
const BATCH = 6;
const AT_ONCE = 4;

/** The measured lengths of words, and how much of the voice is at hand. */
export interface VoiceState {
  kind: 'idle' | 'loading' | 'ready' | 'none';
  done: number;
  total: number;
  lengths: ReadonlyMap<string, number>;
}

export const NO_VOICE: VoiceState = { kind: 'idle', done: 0, total: 0, lengths: new Map() };

/** Spoken lengths as measured, estimated where they are not yet. */
export function measured(lengths: ReadonlyMap<string, number>): SpokenMs {
  return (text) => lengths.get(text) ?? estimateSpokenMs(text);
}

/** The key a clip is played by; every second cue may be said by another voice. */
export const clipKey = (text: string, second: boolean) => (second ? `2|${text}` : `1|${text}`);

const voiceOf = (plan: Plan) => ({ name: plan.voice?.name ?? DEFAULT_VOICE, rate: plan.voice?.rate ?? 1 });

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
 * Measures some words, a few at a time, telling how far it is: own recordings first, then the synthetic voice. Words
 * that cannot be had are left out. Throws when the server has no voice or cannot be reached.
 */
export async function measureWords(
  plan: Plan,
  words: readonly string[],
  onProgress: (lengths: ReadonlyMap<string, number>, done: number) => void,
  signal: AbortSignal,
): Promise<ReadonlyMap<string, number>> {
  const lengths = new Map<string, number>();
  for (const r of await listRecordings(plan.id, signal)) if (!lengths.has(r.words)) lengths.set(r.words, r.ms);
  const { name, rate } = voiceOf(plan);
  const voices = plan.voice?.second ? [name, plan.voice.second] : [name];
  const own = new Set(lengths.keys());
  const left = words.filter((w) => !own.has(w));
  for (let k = 0; k < left.length; k += BATCH) {
    const texts = left.slice(k, k + BATCH);
    for (const voice of voices) {
      const { clips } = v.parse(LengthsSchema, await post('/api/speech/lengths', { voice, rate, texts }, signal));
      for (const c of clips) lengths.set(c.text, Math.max(c.ms, lengths.get(c.text) ?? 0));
    }
    onProgress(lengths, Math.min(left.length, k + BATCH));
  }
  return lengths;
}

/** Fetches the clips of measured words and hands them to the engine. Gives how many came. */
export async function fetchClips(
  plan: Plan,
  words: readonly string[],
  engine: SoundEngine,
  signal: AbortSignal,
): Promise<number> {
  const { name, rate } = voiceOf(plan);
  const own = new Set((await listRecordings(plan.id, signal)).map((r) => r.words));
  const second = plan.voice?.second;
  const jobs = words.flatMap((text) => {
    const q = (voice: string) => `/api/speech/clip?${new URLSearchParams({ voice, rate: String(rate), text })}`;
    const mine = `/api/speech/recording?${new URLSearchParams({ plan: plan.id, text })}`;
    const first = { key: clipKey(text, false), url: own.has(text) ? mine : q(name) };
    return second ? [first, { key: clipKey(text, true), url: own.has(text) ? mine : q(second) }] : [first];
  });
  let came = 0;
  const work = async () => {
    for (let job = jobs.shift(); job; job = jobs.shift()) {
      const res = await fetch(job.url, { signal });
      const wav = res.ok ? readWav(new Uint8Array(await res.arrayBuffer())) : null;
      if (!wav) continue;
      engine.addClip(job.key, wav.samples, wav.sampleRate);
      came += 1;
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
  return came;
}
