import { useDeferredValue, useMemo } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import { runIntervals } from '../../../core/time/index.ts';
import type { CuePlan } from '../../../core/voice/index.ts';
import { wordsOf } from '../../../core/voice/index.ts';
import { measuring, useResolved, useVoicedCues, type VoiceState } from '../../base/index.ts';

const PAUSE_MS = 500;
const NOTHING: CuePlan = { cues: [], notes: [] };

/** The cue list of a class with measured lengths as they come; estimates till then and without a voice. Typing goes before it. */
export function useMeasuredCues(
  written: Plan,
  turn = 0,
): { sheet: CuePlan; voice: VoiceState; words: readonly string[] } {
  const plan = useResolved(useDeferredValue(written));
  const intervals = useMemo(() => runIntervals(plan), [plan]);
  const words = useMemo(() => wordsOf(plan, intervals), [plan, intervals]);
  const { sheet, voice } = useVoicedCues(measuring, plan, intervals, { pauseMs: PAUSE_MS, turn });
  return { sheet: sheet ?? NOTHING, voice, words };
}
