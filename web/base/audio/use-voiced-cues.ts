import { useEffect, useMemo, useRef, useState } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import type { Interval } from '../../../core/time/index.ts';
import { type CuePlan, measured, planCueSheet } from '../../../core/voice/index.ts';
import { NO_VOICE, type Speaker, type VoiceState } from './voice.ts';
import { VoicedCues } from './voiced-cues.ts';

interface Options {
  /** Waits so long after a change before anything is asked, ms. */
  pauseMs?: number;
  /** Another turn asks for everything anew. */
  turn?: number;
}

/** The cues of a class with the voice of a speaker, the same one all the while; no voice is loaded without a plan. */
export function useVoicedCues(
  speaker: Speaker,
  plan: Plan | null,
  intervals: readonly Interval[],
  { pauseMs = 0, turn = 0 }: Options = {},
): { sheet: CuePlan | null; voice: VoiceState } {
  const [voice, setVoice] = useState<VoiceState>(NO_VOICE);
  const [cues] = useState(() => new VoicedCues(speaker, setVoice));
  const asked = useRef(turn);
  useEffect(() => {
    if (!plan) return;
    if (asked.current !== turn) cues.forget();
    asked.current = turn;
    const timer = setTimeout(() => void cues.want(plan, intervals), pauseMs);
    return () => {
      clearTimeout(timer);
      cues.stop();
    };
  }, [cues, plan, intervals, turn, pauseMs]);
  const { lengths } = voice;
  const sheet = useMemo(
    () => (plan ? planCueSheet(plan, intervals, measured(lengths)) : null),
    [plan, intervals, lengths],
  );
  return { sheet, voice };
}
