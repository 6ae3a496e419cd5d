import { useEffect } from 'react';
import { advance, type RunCommand, type RunState, viewOf } from '../../../core/time/index.ts';
import { hearMediaKeys, type MediaKey } from '../../base/index.ts';
import { command, sound, useDesk } from '../session/index.ts';
import { KEYS } from './commands.ts';

/** What a media key commands: on and back as a clicker's keys; play goes on with what stands, pause holds what runs, and neither does the other. */
export function mediaCommand(key: MediaKey, state: RunState): RunCommand | null {
  const view = viewOf(state);
  const of = (name: string) => KEYS[name]?.(state, view) ?? null;
  if (key === 'nexttrack') return of('PageDown');
  if (key === 'previoustrack') return of('PageUp');
  const goesOn = state.status === 'paused' || view.mayGo;
  return (key === 'play') === goesOn ? of(' ') : null;
}

/** A headset's or a clicker's media keys lead the class too. */
export function useMediaKeys(title: string, wanted: boolean): void {
  useEffect(() => {
    if (!wanted) return;
    return hearMediaKeys(title, (key) => {
      const { folded, leads } = useDesk.getState();
      const what = folded && leads ? mediaCommand(key, advance(folded, sound.now())) : null;
      if (what) void command(what);
    });
  }, [title, wanted]);
}
