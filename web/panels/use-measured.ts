import { useEffect, useState } from 'react';
import { type CuePlan, planCueSheet, wordsOf } from '../../core/cues/index.ts';
import type { Plan } from '../../core/plan/index.ts';
import { runIntervals } from '../../core/run/index.ts';
import { measured, measureWords, NO_VOICE, type VoiceState } from '../audio/index.ts';
import { useResolved } from '../data/index.ts';

const PAUSE_MS = 500;

/** The cue list of a class with measured lengths as they come; estimates till then and without a voice. */
export function useMeasuredCues(
  written: Plan,
  turn = 0,
): { sheet: CuePlan; voice: VoiceState; words: readonly string[] } {
  const plan = useResolved(written);
  const [voice, setVoice] = useState<VoiceState>(NO_VOICE);
  const intervals = runIntervals(plan);
  const words = wordsOf(plan, intervals);
  const key = JSON.stringify([words, plan.voice, plan.id, turn]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key is what is measured
  useEffect(() => {
    const load = new AbortController();
    const timer = setTimeout(async () => {
      setVoice((v) => ({ ...v, kind: 'loading', done: 0, total: words.length }));
      try {
        const lengths = await measureWords(
          plan,
          words,
          (sofar, done) => setVoice((v) => ({ ...v, done, lengths: new Map(sofar) })),
          load.signal,
        );
        setVoice({ kind: 'ready', done: words.length, total: words.length, lengths });
      } catch {
        if (!load.signal.aborted) setVoice((v) => ({ ...v, kind: 'none' }));
      }
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      load.abort();
    };
  }, [key]);
  return { sheet: planCueSheet(plan, intervals, measured(voice.lengths)), voice, words };
}
