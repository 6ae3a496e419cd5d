import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { advance, type RunState, type RunView, viewOf } from '../../../core/time/index.ts';
import { isPressable, isTyping, useActions, usePreferences } from '../../base/index.ts';
import { command, sound, takeOver, undoLast, useDesk } from '../session/index.ts';
import { KEYS } from './commands.ts';
import type { SheetName } from './sheet-name.ts';

export const deskNow = () => sound.now();

const SHEET_KEYS: Record<string, SheetName> = {
  c: 'reps',
  f: 'finish',
  s: 'swap',
  o: 'again',
  n: 'note',
  m: 'more',
  w: 'share',
  p: 'people',
  b: 'pulse',
};
/** A run that has come to its end by itself is finished in the record too, at that instant, by the desk that leads. */
export function useFinish(folded: RunState, state: RunState, leads: boolean): void {
  const ranOut = leads && state.status === 'finished' && folded.status === 'running';
  useEffect(() => {
    if (ranOut) void command({ type: 'finish' });
  }, [ranOut]);
}

/** Any tap or key turns the sound on when the browser had to hold it back, after a reload for one. */
export function useUnlockOnGesture(): void {
  const started = useDesk((s) => s.folded?.startedAtMs != null);
  const soundOn = useDesk((s) => s.soundOn);
  useEffect(() => {
    if (!started || soundOn) return;
    const unlock = () => void sound.unlock();
    window.addEventListener('pointerdown', unlock);
    window.addEventListener('keydown', unlock);
    return () => {
      window.removeEventListener('pointerdown', unlock);
      window.removeEventListener('keydown', unlock);
    };
  }, [started, soundOn]);
}

/** What the desk does, by name, for the palette and the sheet of keys; the keys themselves are heard by the desk. */
export function useDeskActions(onSheet: (name: SheetName) => void, onLying: () => void): void {
  const press = (key: string) => () => {
    const { folded, leads } = useDesk.getState();
    const state = folded && advance(folded, deskNow());
    const what = state && leads ? KEYS[key]?.(state, viewOf(state)) : null;
    if (what) void command(what);
  };
  const sheet = (name: SheetName) => () => onSheet(name);
  const actions: [string, string, () => void][] = [
    ['Start, pause, resume, go on', 'Space', press(' ')],
    ['Skip', '→', press('ArrowRight')],
    ['Back, or again from its start', '←', press('ArrowLeft')],
    ['Ten seconds more', '+', press('+')],
    ['Ten seconds less', '−', press('-')],
    ['Hold, or let go', 'h', press('h')],
    ['One more round', 'r', press('r')],
    ['Drop a round', 'd', press('d')],
    ['Reps', 'c', sheet('reps')],
    ['Finish by', 'f', sheet('finish')],
    ['Swap the move', 's', sheet('swap')],
    ['One more interval', 'o', sheet('again')],
    ['Note', 'n', sheet('note')],
    ['Screens that follow', 'w', sheet('share')],
    ['People', 'p', sheet('people')],
    ['Pulse', 'b', sheet('pulse')],
    ['Undo the last change', 'u', () => void undoLast()],
    ['Lying down', 'l', onLying],
    ['More', 'm', sheet('more')],
    ['Finish now, from More; or hold E for a second', 'e', sheet('more')],
    ['Take over from another desk', 't', () => void takeOver()],
  ];
  useActions(
    'The desk',
    actions.map(([name, key, run]) => ({ name, key, run, heard: true as const })),
  );
}

interface KeyTargets {
  onSheet: (name: SheetName) => void;
  onLying: () => void;
}

export function useDeskKeys(state: RunState, view: RunView, leads: boolean, on: KeyTargets): void {
  const onKey = useEffectEvent((e: KeyboardEvent) => {
    if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey || e.repeat || isTyping(e.target)) return;
    const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
    const isLetter = key.length === 1 && key !== ' ';
    if (isLetter && !usePreferences.getState().shortcuts) return;
    // What the keyboard has chosen is pressed by Space, a volume moved by its arrows.
    if (key === ' ' && isPressable(e.target)) return;
    if (key.startsWith('Arrow') && e.target instanceof HTMLInputElement) return;
    // What lies over the desk has its own keys.
    if (e.target instanceof Element && e.target.closest('[data-over-desk]')) return;
    if (!leads) {
      if (key === 't') void takeOver();
      else if (key === 'l') on.onLying();
      else if (key === 'w') on.onSheet('share');
      return;
    }
    const sheet = state.status === 'ready' && key !== 'm' ? undefined : SHEET_KEYS[key];
    if (sheet || key === 'l' || key === 'u') {
      e.preventDefault();
      if (sheet) on.onSheet(sheet);
      else if (key === 'l') on.onLying();
      else void undoLast();
      return;
    }
    const what = KEYS[key]?.(state, view);
    if (!what) return;
    e.preventDefault();
    void command(what);
  });
  // One listener for the life of the desk: one exchanged at every redraw could miss the key that caused the redraw.
  useEffect(() => {
    const heard = (e: KeyboardEvent) => onKey(e);
    window.addEventListener('keydown', heard);
    return () => window.removeEventListener('keydown', heard);
  }, []);
}

/** How long a key is held that ends the run, ms. */
const END_HELD_MS = 1000;

/** E held for a second finishes the run; gives whether it is being held. */
export function useHeldEnd(mayEnd: boolean): boolean {
  const [held, setHeld] = useState(false);
  const onDown = useEffectEvent((e: KeyboardEvent) => {
    const isIt = e.key.toLowerCase() === 'e' && !e.repeat && !e.ctrlKey && !e.metaKey && !e.altKey;
    const isOver = e.target instanceof Element && e.target.closest('[data-over-desk], [role="dialog"]') !== null;
    return isIt && mayEnd && !isOver && !isTyping(e.target) && usePreferences.getState().shortcuts;
  });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = () => {
      clearTimeout(timer);
      setHeld(false);
    };
    const down = (e: KeyboardEvent) => {
      if (!onDown(e)) return;
      setHeld(true);
      timer = setTimeout(() => {
        stop();
        void command({ type: 'finish' });
      }, END_HELD_MS);
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', stop);
    window.addEventListener('blur', stop);
    return () => {
      stop();
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', stop);
      window.removeEventListener('blur', stop);
    };
  }, []);
  return held;
}

/** In silent running the device shakes where a tone would sound, longer where something begins. */
export function useShake(state: RunState, view: RunView): void {
  const cues = useDesk((s) => s.cues);
  const last = useRef(view.positionMs);
  const silent = state.plan.silent === true && state.status === 'running';
  useEffect(() => {
    const from = last.current;
    last.current = view.positionMs;
    if (!silent || typeof navigator.vibrate !== 'function') return;
    const due = cues.find((c) => c.tone !== null && c.atMs > from && c.atMs <= view.positionMs);
    if (due) navigator.vibrate(due.tone === 'tick' ? 80 : [200, 80, 200]);
  }, [cues, silent, view.positionMs]);
}
