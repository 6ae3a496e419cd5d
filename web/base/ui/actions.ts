import { useEffect, useEffectEvent } from 'react';
import { create } from 'zustand';
import { isTyping, usePreferences } from '../device/index.ts';

/** Something that can be done on a screen: by its name in the palette, and by its key. */
export interface Action {
  name: string;
  /** One key (`a`, `?`), or two one after the other (`g c`); printed as it is. */
  key?: string;
  run: () => void;
  /** The screen hears the key by itself: here it is only listed. */
  heard?: true;
}

/** The actions of what is open now, by the place they belong to. */
export const useActionList = create<{ places: readonly { place: string; actions: readonly Action[] }[] }>(() => ({
  places: [],
}));

/** How long the first of two keys is remembered, ms. */
const SECOND_KEY_MS = 1500;

/**
 * Offers what can be done in a place while it is shown: in the palette, on the sheet of keys, and by the keys themselves, unless
 * letters are typed, something lies over the screen, or single keys are turned off on this device.
 */
export function useActions(place: string, actions: readonly Action[]): void {
  const named = actions.map((a) => `${a.name}\t${a.key ?? ''}`).join('\n');
  const run = useEffectEvent((name: string) => actions.find((a) => a.name === name)?.run());
  useEffect(() => {
    const listed = {
      place,
      actions: named
        .split('\n')
        .filter(Boolean)
        .map((line): Action => {
          const [name = '', key = ''] = line.split('\t');
          return { name, ...(key === '' ? {} : { key }), run: () => run(name) };
        }),
    };
    useActionList.setState(({ places }) => ({ places: [...places.filter((p) => p.place !== place), listed] }));
    return () => useActionList.setState(({ places }) => ({ places: places.filter((p) => p !== listed) }));
  }, [place, named]);

  const hear = useEffectEvent((e: KeyboardEvent, before: string) => {
    const pressed = e.key.length === 1 ? e.key.toLowerCase() : e.key;
    const found = actions.find((a) => !a.heard && a.key === (before === '' ? pressed : `${before} ${pressed}`));
    if (!found) return;
    e.preventDefault();
    found.run();
  });
  useEffect(() => {
    let before = '';
    let beforeMs = 0;
    const onKey = (e: KeyboardEvent) => {
      const late = e.timeStamp - beforeMs > SECOND_KEY_MS;
      const first = late ? '' : before;
      before = '';
      if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey || e.repeat || isTyping(e.target)) return;
      if (!usePreferences.getState().shortcuts || document.querySelector('[data-over-desk]')) return;
      if (first === '' && e.key === 'g') {
        before = 'g';
        beforeMs = e.timeStamp;
        return;
      }
      hear(e, first);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
