import { Router } from 'express';
import * as v from 'valibot';
import { wordsOf } from '../../core/cues/index.ts';
import { type Plan, voiceOf } from '../../core/plan/index.ts';
import { foldRun } from '../../core/run/index.ts';
import { findCode } from '../db/codes.ts';
import type { Database } from '../db/database.ts';
import { findRun } from '../db/runs.ts';
import { spokenClip } from '../speech/clips.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { bodyOf, noSpeech, notFound } from './problem.ts';

const ClipSchema = v.object({
  text: v.pipe(v.string(), v.minLength(1), v.maxLength(300)),
  /** '2' asks for the second of two voices in turn. */
  turn: v.optional(v.picklist(['1', '2']), '1'),
});

/** The words of a run for a screen that sounds in place of the desk: those of this run alone, by its code. */
export function liveVoiceApi(db: Database, engine: SpeechEngine | null): Router {
  const api = Router();

  api.get('/:code/clip', async (req, res) => {
    const asked = bodyOf(ClipSchema, { ...req.query }, res);
    if (!asked) return;
    const run = await runOf(db, req.params.code);
    if (!run?.words.includes(asked.text)) {
      notFound(res, 'Clip');
      return;
    }
    const { name, rate, second } = voiceOf(run.plan);
    const voice = asked.turn === '2' ? (second ?? name) : name;
    const clip = await spokenClip(db, engine, run.plan.id, voice, rate, asked.text);
    if (clip) res.set('Cache-Control', 'no-store').type('audio/wav').send(Buffer.from(clip.wav));
    else noSpeech(res);
  });

  return api;
}

/** The run of a code as it is led by now, and every word it may say. */
async function runOf(db: Database, code: string): Promise<{ plan: Plan; words: string[] } | null> {
  const found = await findCode(db, code);
  const run = found && (await findRun(db, found.runId));
  if (!run) return null;
  const { plan, intervals } = foldRun(run.plan, run.events);
  return { plan, words: wordsOf(plan, intervals) };
}
