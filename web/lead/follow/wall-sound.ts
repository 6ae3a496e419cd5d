import { nanoid } from 'nanoid';
import { useEffect, useRef, useState } from 'react';
import type { Interval } from '../../../core/time/index.ts';
import {
  keepText,
  loadLoop,
  perWindow,
  runSounds,
  runTracks,
  SoundEngine,
  SteadyClock,
  speakingByCode,
  startTicker,
  useVoicedCues,
} from '../../base/index.ts';

import { askDesk, deskNow, useFollow } from './follow-store.ts';

const SCREEN_KEY = 'odd-round.screen';
const ALIGN_EVERY_MS = 250;
/** The sound is moved when it is this far from the desk's time; less is not heard. */
const CLOSE_MS = 12;
const NONE: readonly Interval[] = [];

/** The name by which the desk knows this screen, the same over a reload. */
function screenName(): string {
  const kept = perWindow.getItem(SCREEN_KEY);
  if (kept) return kept;
  const made = nanoid(10);
  keepText(perWindow, SCREEN_KEY, made);
  return made;
}

export type WallSound = 'elsewhere' | 'asked' | 'here' | 'locked';

/** The sound of a run from this screen: asked of the desk, and sounded here for as long as the desk gives it. */
export function useWallSound(code: string): { sound: WallSound; ask: () => Promise<void> } {
  const [me] = useState(screenName);
  const [engine] = useState(() => new SoundEngine(new SteadyClock(), startTicker, loadLoop));
  const [asked, setAsked] = useState(false);
  const [on, setOn] = useState(false);
  const folded = useFollow((s) => s.folded);
  const mine = folded?.soundAt === me;
  const [speaker] = useState(() => speakingByCode(code, engine));
  const { sheet, voice } = useVoicedCues(speaker, mine ? folded.plan : null, folded?.intervals ?? NONE);

  useEffect(() => {
    engine.watch(() => setOn(engine.isOn));
    return () => void engine.close();
  }, [engine]);

  useEffect(() => {
    if (!mine || !on || !folded || !sheet) {
      engine.silence();
      return;
    }
    const align = () => {
      const behind = deskNow() - engine.now();
      if (Math.abs(behind) > CLOSE_MS) engine.shiftBy(behind);
    };
    align();
    engine.play(runSounds(folded, sheet.cues, voice), engine.now(), folded.status !== 'running', runTracks(folded));
    const timer = setInterval(align, ALIGN_EVERY_MS);
    return () => clearInterval(timer);
  }, [mine, on, folded, sheet, voice, engine]);

  const busy = useRef(false);
  const ask = async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      await engine.unlock();
      setOn(engine.isOn);
      if (!mine) await askDesk(code, { type: 'sound', screen: me }).then(() => setAsked(true));
    } catch {
      setAsked(false);
    } finally {
      busy.current = false;
    }
  };
  return { sound: mine ? (on ? 'here' : 'locked') : asked ? 'asked' : 'elsewhere', ask };
}
