import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type Response, Router } from 'express';
import type { Plan } from '../../core/class/index.ts';
import { libraryOf, resolvePlan } from '../../core/moves/index.ts';
import { speech } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { listMoves } from '../db/moves.ts';
import { findPlan } from '../db/plans.ts';
import { SerialQueue } from '../shared/serial-queue.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { makeTrack, type Wanted } from '../speech/track.ts';
import { fileName } from './file-name.ts';
import { notFound, ProblemError } from './problem.ts';
import { route } from './route.ts';

/** One is made at a time; so many may wait for it. */
const MAX_WAITING = 4;
const RETRY_AFTER_S = 10;

/** A class's whole sound as one WAV, streamed: for any speaker, or under a video. */
export function tracksApi(db: Database, engine: SpeechEngine | null): Router {
  const api = Router();
  const turns = new SerialQueue(MAX_WAITING);

  const send = async (res: Response, plan: Plan, want: Wanted, stop: AbortSignal) => {
    if (stop.aborted) return;
    const track = await makeTrack(db, engine, plan, want, stop);
    res.attachment(`${fileName(plan.title)}.wav`).type('audio/wav');
    res.set({ 'Content-Length': String(track.bytes), 'X-Unspoken': String(track.silentWords.length) });
    await pipeline(Readable.from(track.pieces), res).finally(track.close);
  };

  route(api, speech.getTrack, async ({ path, query, res }) => {
    const stored = await findPlan(db, path.planId);
    if (!stored) throw notFound('Class');
    const plan = resolvePlan(stored.plan, libraryOf(await listMoves(db)));
    if (turns.isFull)
      throw new ProblemError(503, 'Other cue tracks are being made; try again in a moment', {}, RETRY_AFTER_S);
    const gone = new AbortController();
    res.once('close', () => gone.abort());
    const { voice, music, tones, block } = query;
    if (block !== undefined && !plan.blocks.some((b) => b.id === block)) throw notFound('Block');
    const want = { voice: voice === '1', music: music === '1', tones: tones === '1', block: block ?? null };
    await turns
      .take(() => send(res, plan, want, gone.signal))
      .catch((error) => {
        // The listener went away; there is nobody left to tell.
        if (!gone.signal.aborted) throw error;
      });
  });
  return api;
}
