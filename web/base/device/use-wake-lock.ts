import { useEffect } from 'react';

/** Keeps the screen awake while `wanted`; taken again when the page comes back into view. */
export function useWakeLock(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const take = async () => {
      if (document.visibilityState !== 'visible') return;
      lock = await navigator.wakeLock.request('screen').catch(() => null);
      if (over) void lock?.release();
    };
    void take();
    document.addEventListener('visibilitychange', take);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [wanted]);
}
