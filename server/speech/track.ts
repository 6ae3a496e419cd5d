import { once } from 'node:events';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { type Plan, voiceOf } from '../../core/class/index.ts';
import { runIntervals } from '../../core/time/index.ts';
import { readWav, resample, wordsOf } from '../../core/voice/index.ts';
import type { Queryable } from '../db/database.ts';
import { JobStopped } from '../pool/index.ts';
import { ROOT } from '../shared/root.ts';
import { spokenClip } from './clips.ts';
import type { SpeechEngine } from './engine.ts';
import { type Spoken, TRACK_RATE, type TrackAnswer, type TrackRequest, type Wanted } from './track-thread.ts';

export type { Wanted };

/** A class's whole sound as a WAV in pieces, with its length in bytes told before the first. */
export interface Track {
  bytes: number;
  pieces: AsyncIterable<Uint8Array>;
  /** Words that could not be spoken. */
  silentWords: string[];
  /** Ends the work, done or not. */
  close(): void;
}

/**
 * The clips of a class's cues by words and voice; then its tones, voice and music mixed to their samples in a thread of their
 * own, piece by piece as they are asked for.
 * @param stop ends the gathering of clips when nobody waits any more
 */
export async function makeTrack(
  db: Queryable,
  engine: SpeechEngine | null,
  plan: Plan,
  want: Wanted,
  stop: AbortSignal,
): Promise<Track> {
  const clips = want.voice ? await clipsOf(db, engine, plan, stop) : new Map<string, Spoken>();
  stop.throwIfAborted();
  // The built file also when the sources run: a thread loads plain JavaScript only.
  const worker = new Worker(path.join(ROOT, 'dist/server/speech/track-thread.js'), {
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
  });
  const close = () => void worker.terminate();
  stop.addEventListener('abort', close);
  const ask = asking(worker);
  const begun = await ask({ kind: 'begin', plan, want, clips });
  if (!('bytes' in begun)) throw new Error('The track could not be begun');
  return {
    bytes: begun.bytes,
    pieces: pieces(ask, close),
    silentWords: want.voice ? wordsOf(plan, runIntervals(plan)).filter((w) => !clips.has(w)) : [],
    close,
  };
}

/** The memory of the thread, MB, and how long it may take for one piece. */
const MEMORY_MB = 512;
const PIECE_MS = 20_000;
const TOO_LONG = `Making the track took longer than ${PIECE_MS / 1000} s for one piece and was stopped`;

/** Asks the thread for one thing after the other; one that takes too long is stopped. */
function asking(worker: Worker): (request: TrackRequest) => Promise<TrackAnswer> {
  return async (request) => {
    const answered = new AbortController();
    const { signal } = answered;
    try {
      worker.postMessage(request);
      return await Promise.race([
        once(worker, 'message', { signal }).then(([answer]): TrackAnswer => answer),
        once(worker, 'exit', { signal }).then(() => Promise.reject(new Error('The track was broken off'))),
        setTimeout(PIECE_MS, null, { signal }).then(() => Promise.reject(new JobStopped(TOO_LONG))),
      ]);
    } catch (error) {
      void worker.terminate();
      throw error;
    } finally {
      answered.abort();
    }
  };
}

async function* pieces(ask: ReturnType<typeof asking>, close: () => void): AsyncGenerator<Uint8Array> {
  try {
    for (;;) {
      const next = await ask({ kind: 'next' });
      if (!('piece' in next) || next.piece === null) return;
      yield next.piece;
    }
  } finally {
    close();
  }
}

async function clipsOf(
  db: Queryable,
  engine: SpeechEngine | null,
  plan: Plan,
  stop: AbortSignal,
): Promise<Map<string, Spoken>> {
  const { name, rate, second } = voiceOf(plan);
  const found = new Map<string, Spoken>();
  const say = async (voice: string, words: string) => {
    const clip = await spokenClip(db, engine, plan.id, voice, rate, words);
    const wav = clip && readWav(clip.wav);
    return clip && wav ? { ms: clip.ms, samples: resample(wav.samples, wav.sampleRate, TRACK_RATE) } : null;
  };
  for (const words of wordsOf(plan, runIntervals(plan))) {
    stop.throwIfAborted();
    const a = await say(name, words);
    const b = second ? await say(second, words) : null;
    if (a) found.set(words, { ms: Math.max(a.ms, b?.ms ?? 0), first: a.samples, second: b?.samples ?? null });
  }
  return found;
}
