import express, { json, Router } from 'express';
import { speech } from '../../core/wire/index.ts';
import { dropRecording, findRecording, listRecordings, saveRecording } from '../db/clips.ts';
import type { Database } from '../db/database.ts';
import { clipOf, fitClip, lengthsOf } from '../speech/clips.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { soundBody } from './border.ts';
import { noSpeech, notFound, ProblemError } from './problem.ts';
import { route } from './route.ts';

const LONGEST_MS = 20_000;

/** Spoken cues: rendered once, measured, kept; and the instructor's own recordings. */
export function speechApi(db: Database, engine: SpeechEngine | null): Router {
  const api = Router();
  api.use('/speech', json({ limit: '200kb' }), soundBody);

  route(api, speech.measureClips, async ({ body }) => {
    if (!engine) throw noSpeech();
    const clips = await lengthsOf(db, engine, body.voice, body.rate, body.texts);
    if (clips.length === 0 && body.texts.length > 0) throw noSpeech();
    return { clips };
  });

  route(api, speech.getClip, async ({ query, res }) => {
    const clip = engine ? await clipOf(db, engine, query.voice, query.rate, query.text).catch(() => null) : null;
    if (!clip) throw noSpeech();
    res.set('Cache-Control', 'private, max-age=31536000, immutable').type('audio/wav').send(Buffer.from(clip.wav));
  });

  route(api, speech.listRecordings, ({ query }) => listRecordings(db, query.plan));

  route(api, speech.getRecording, async ({ query, res }) => {
    const clip = await findRecording(db, query.plan, query.text);
    if (!clip) throw notFound('Recording');
    res.set('Cache-Control', 'no-store').type('audio/wav').send(Buffer.from(clip.wav));
  });

  route(
    api,
    speech.saveRecording,
    async ({ query, req }) => {
      const clip = Buffer.isBuffer(req.body) ? fitClip(req.body) : null;
      if (!clip || clip.ms > LONGEST_MS)
        throw new ProblemError(422, 'A recording is a mono 16-bit WAV with sound in it, of 20 s at most');
      await saveRecording(db, query.plan, query.text, clip);
      return { ms: clip.ms };
    },
    express.raw({ type: 'audio/wav', limit: '4mb' }),
  );

  route(api, speech.dropRecording, async ({ query }) => {
    if (!(await dropRecording(db, query.plan, query.text))) throw notFound('Recording');
  });

  return api;
}
