import { Router } from 'express';
import { voiceOf } from '../../core/class/index.ts';
import type { RunState } from '../../core/time/index.ts';
import { wordsOf } from '../../core/voice/index.ts';
import { live } from '../../core/wire/index.ts';
import { spokenClip } from '../speech/clips.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { type LiveParts, openedBy } from './live-code.ts';
import { noSpeech, notFound } from './problem.ts';
import { route } from './route.ts';

/** The words of a run for a screen that sounds in place of the desk: those of this run alone, by its code. */
export function liveVoiceApi(parts: LiveParts, engine: SpeechEngine | null): Router {
  const api = Router();
  const words = new WordsByState();

  route(api, live.followClip, async ({ query, req, res }) => {
    const { kind, run } = await openedBy(parts, req);
    // Walls alone may sound in place of the desk.
    if (kind !== 'watch') throw notFound('Clip');
    const { log } = run;
    if (!words.of(log.state).has(query.text)) throw notFound('Clip');
    const { plan } = log.state;
    const { name, rate, second } = voiceOf(plan);
    const voice = query.turn === '2' ? (second ?? name) : name;
    const clip = await spokenClip(parts.db, engine, plan.id, voice, rate, query.text);
    if (!clip) throw noSpeech();
    res.type('audio/wav').send(Buffer.from(clip.wav));
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
