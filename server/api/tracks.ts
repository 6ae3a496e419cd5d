import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import type { Database } from '../db/database.ts';
import { findPlan } from '../db/plans.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { makeTrack } from '../speech/track.ts';
import { fileName } from './file-name.ts';
import { notFound } from './problem.ts';

/** A class's whole sound as one WAV, streamed: for any speaker, or under a video. */
export function tracksApi(db: Database, speech: SpeechEngine | null): Router {
  const api = Router();
  api.get('/:planId', async (req, res) => {
    const stored = await findPlan(db, req.params.planId);
    if (!stored) {
      notFound(res, 'Class');
      return;
    }
    const want = { voice: req.query.voice !== '0', music: req.query.music === '1' };
    const track = await makeTrack(db, speech, stored.plan, want);
    res.attachment(`${fileName(stored.plan.title)}.wav`).type('audio/wav');
    res.set({ 'Content-Length': String(track.bytes), 'X-Unspoken': String(track.silentWords.length) });
    await pipeline(Readable.from(track.pieces), res).catch(() => {
      // The listener went away; there is nobody left to tell.
    });
  });
  return api;
}
