import { useEffect } from 'react';

/** Held, shared, by every window that shows a run; a new version is put in only when nobody holds it. */
export const RUN_LOCK = 'odd-round.run';

/** While this is shown, no new version is put in. */
export function useRunLock(): void {
  useEffect(() => {
    if (!navigator.locks) return;
    const left = new AbortController();
    const shown = new Promise<void>((done) => left.signal.addEventListener('abort', () => done()));
    navigator.locks.request(RUN_LOCK, { mode: 'shared', signal: left.signal }, () => shown).catch(() => {});
    return () => left.abort();
  }, []);
}
