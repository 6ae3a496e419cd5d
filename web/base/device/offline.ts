import type { Workbox } from 'workbox-window';
import { create } from 'zustand';
import { RUN_LOCK, whenNoRunIsShown } from './run-lock.ts';

/** The state of a new version: none, ready, or waiting for a run to end. */
export const useNewVersion = create<{ state: 'none' | 'ready' | 'waits' }>(() => ({ state: 'none' }));

let workbox: Workbox | null = null;

/** Keeps the application in this browser, so that it opens without the server; only where the browser allows it. */
export function keepOffline(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  const hadOne = navigator.serviceWorker.controller !== null;
  // Another window has put the new version in: this one takes it too; unsaved work is kept, and a run is never cut off.
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    if (hadOne) whenNoRunIsShown(() => window.location.reload());
  });
  void register().catch(() => {});
}

async function register(): Promise<void> {
  const { Workbox } = await import('workbox-window');
  workbox = new Workbox('/sw.js');
  workbox.addEventListener('waiting', () => useNewVersion.setState({ state: 'ready' }));
  await workbox.register();
}

/** Puts the new version in, unless a window of this browser shows a run: then it waits. */
export function takeNewVersion(): void {
  if (!navigator.locks) return;
  void navigator.locks.request(RUN_LOCK, { ifAvailable: true }, (lock) => {
    if (lock === null) {
      useNewVersion.setState({ state: 'waits' });
      return undefined;
    }
    workbox?.messageSkipWaiting();
    // Held until the window is loaded anew, so that no run is opened in between.
    return new Promise<never>(() => {});
  });
}
