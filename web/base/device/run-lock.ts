import { useEffect } from 'react';

/** Held, shared, by every window that shows a run; a new version is put in only when nobody holds it. */
export const RUN_LOCK = 'odd-round.run';

/** How many runs this window shows, and what waits for the last of them to be left. */
let shown = 0;
const waiting: (() => void)[] = [];

/** Does something as soon as this window shows no run. One opened while another window puts a new version in has no lock yet. */
export function whenNoRunIsShown(then: () => void): void {
  if (shown === 0) then();
  else waiting.push(then);
}

/** While this is shown, no new version is put in. */
export function useRunLock(): void {
  useEffect(() => {
    shown += 1;
    const left = new AbortController();
    const over = new Promise<void>((done) => left.signal.addEventListener('abort', () => done()));
    navigator.locks?.request(RUN_LOCK, { mode: 'shared', signal: left.signal }, () => over).catch(() => {});
    return () => {
      left.abort();
      shown -= 1;
      if (shown === 0) for (const then of waiting.splice(0)) then();
    };
  }, []);
}
