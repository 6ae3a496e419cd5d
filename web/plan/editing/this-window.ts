import { useEffect } from 'react';
import { api, keepText, local, perWindow, TIMERS, toast } from '../../base/index.ts';
import { Autosave } from './autosave.ts';
import { Drafts } from './drafts.ts';
import { useBuilder } from './store.ts';

/*
 * Autosave of this window: on the browser's storage, its locks, and the server. A lock held while a window lives tells whose
 * draft has been left behind.
 */

const WINDOW_KEY = 'odd-round.window';
const lockOf = (name: string) => `odd-round.window.${name}`;

function windowName(): string {
  const old = perWindow.getItem(WINDOW_KEY);
  if (old) return old;
  const name = Math.random().toString(36).slice(2);
  keepText(perWindow, WINDOW_KEY, name);
  return name;
}

async function openWindows(): Promise<(name: string) => boolean> {
  const locks = await navigator.locks?.query().catch(() => null);
  const held = new Set(locks?.held?.map((l) => l.name) ?? []);
  return (name) => held.has(lockOf(name));
}

const me = windowName();

/** The one autosave of this window. */
export const autosave = new Autosave({
  store: useBuilder,
  drafts: new Drafts(local, me, openWindows),
  server: api,
  timers: TIMERS,
  say: (told) => toast(told, { duration: 30_000, closeButton: true }),
});

/** Saves what is not saved yet, before something is made of what the server has; gives whether all is saved. */
export async function saveNow(): Promise<boolean> {
  await autosave.saveAll();
  return useBuilder.getState().save.kind === 'saved';
}

/** Holds this window's lock for as long as it lives. */
export function claimWindow(): void {
  navigator.locks?.request(lockOf(me), () => new Promise<never>(() => {})).catch(() => {});
}

/** Saves while the screen is open. */
export function useAutosave(): void {
  useEffect(() => {
    const stop = autosave.start();
    const onOnline = () => void autosave.save();
    window.addEventListener('online', onOnline);
    return () => {
      window.removeEventListener('online', onOnline);
      stop();
    };
  }, []);
}
