import { Router } from 'express';
import * as v from 'valibot';
import { wordsOf } from '../../core/cues/index.ts';
import { text, voiceOf } from '../../core/plan/index.ts';
import type { RunState } from '../../core/run/index.ts';
import { spokenClip } from '../speech/clips.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { type LiveParts, openedBy } from './live.ts';
import { bodyOf, noSpeech, notFound } from './problem.ts';

const ClipSchema = v.object({
  text: v.pipe(text(300), v.minLength(1)),
  /** '2' asks for the second of two voices in turn. */
  turn: v.optional(v.picklist(['1', '2']), '1'),
});

/** The words of a run for a screen that sounds in place of the desk: those of this run alone, by its code. */
export function liveVoiceApi(parts: LiveParts, engine: SpeechEngine | null): Router {
  const api = Router();
  const words = new WordsByState();

  api.get('/:code/clip', async (req, res) => {
    const asked = bodyOf(ClipSchema, { ...req.query }, res);
    if (!asked) return;
    const run = (await openedBy(parts, req, res))?.run;
    if (!run) return;
    if (!words.of(run.log.state).has(asked.text)) {
      notFound(res, 'Clip');
      return;
    }
    const { plan } = run.log.state;
    const { name, rate, second } = voiceOf(plan);
    const voice = asked.turn === '2' ? (second ?? name) : name;
    const clip = await spokenClip(parts.db, engine, plan.id, voice, rate, asked.text);
    if (clip) res.type('audio/wav').send(Buffer.from(clip.wav));
    else noSpeech(res);
  });

  return api;
}

/** Every word a run may say as it is led by now; worked out once for each plan and list of intervals. */
class WordsByState {
  private readonly known = new WeakMap<RunState['intervals'], Set<string>>();

  of({ plan, intervals }: RunState): Set<string> {
    const words = this.known.get(intervals) ?? new Set(wordsOf(plan, intervals));
    this.known.set(intervals, words);
    return words;
  }
}
