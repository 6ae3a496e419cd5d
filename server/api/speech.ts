import express, { Router } from 'express';
import * as v from 'valibot';
import { VOICES } from '../../core/plan/index.ts';
import { dropRecording, findRecording, listRecordings, saveRecording } from '../db/clips.ts';
import type { Database } from '../db/database.ts';
import { clipOf, fitClip, lengthsOf } from '../speech/clips.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { bodyOf, noSpeech, notFound, sendProblem } from './problem.ts';

const words = v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(300));
const rate = v.pipe(v.number(), v.minValue(0.6), v.maxValue(1.8));
const planId = v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{0,64}$/));
const LengthsSchema = v.strictObject({
  voice: v.picklist(VOICES),
  rate,
  texts: v.pipe(v.array(words), v.maxLength(60)),
});
const ClipSchema = v.object({
  voice: v.picklist(VOICES),
  rate: v.pipe(v.string(), v.transform(Number), rate),
  text: words,
});
const RecordingSchema = v.object({ plan: planId, text: words });

/** Spoken cues: rendered once, measured, kept; and the instructor's own recordings. */
export function speechApi(db: Database, engine: SpeechEngine | null): Router {
  const api = Router();

  api.post('/lengths', async (req, res) => {
    const body = bodyOf(LengthsSchema, req.body, res);
    if (!body) return;
    if (!engine) {
      noSpeech(res);
      return;
    }
    const clips = await lengthsOf(db, engine, body.voice, body.rate, body.texts);
    if (clips.length === 0 && body.texts.length > 0) noSpeech(res);
    else res.json({ clips });
  });

  api.get('/clip', async (req, res) => {
    const asked = bodyOf(ClipSchema, { ...req.query }, res);
    if (!asked) return;
    const clip = engine ? await clipOf(db, engine, asked.voice, asked.rate, asked.text).catch(() => null) : null;
    if (!clip) {
      noSpeech(res);
      return;
    }
    res.set('Cache-Control', 'private, max-age=31536000, immutable').type('audio/wav').send(Buffer.from(clip.wav));
  });

  api.get('/recordings', async (req, res) => {
    const asked = bodyOf(v.object({ plan: planId }), { plan: '', ...req.query }, res);
    if (asked) res.json(await listRecordings(db, asked.plan));
  });

  api.get('/recording', async (req, res) => {
    const asked = bodyOf(RecordingSchema, { plan: '', ...req.query }, res);
    if (!asked) return;
    const clip = await findRecording(db, asked.plan, asked.text);
    if (clip) res.set('Cache-Control', 'no-store').type('audio/wav').send(Buffer.from(clip.wav));
    else notFound(res, 'Recording');
  });

  api.put('/recording', express.raw({ type: 'audio/wav', limit: '4mb' }), async (req, res) => {
    const asked = bodyOf(RecordingSchema, { plan: '', ...req.query }, res);
    if (!asked) return;
    const clip = Buffer.isBuffer(req.body) ? fitClip(req.body) : null;
    if (!clip || clip.ms > 20_000) {
      sendProblem(res, { status: 422, title: 'A recording is a mono 16-bit WAV with sound in it, of 20 s at most' });
      return;
    }
    await saveRecording(db, asked.plan, asked.text, clip);
    res.json({ ms: clip.ms });
  });

  api.delete('/recording', async (req, res) => {
    const asked = bodyOf(RecordingSchema, { plan: '', ...req.query }, res);
    if (!asked) return;
    if (await dropRecording(db, asked.plan, asked.text)) res.status(204).end();
    else notFound(res, 'Recording');
  });

  return api;
}
