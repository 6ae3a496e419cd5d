import { useSyncExternalStore } from 'react';

const ASKED = '(prefers-reduced-motion: reduce)';

function watch(onChange: () => void): () => void {
  const query = window.matchMedia?.(ASKED);
  query?.addEventListener('change', onChange);
  return () => query?.removeEventListener('change', onChange);
}

/** Whether the user prefers less motion. */
export const useStillness = (): boolean =>
  useSyncExternalStore(watch, () => window.matchMedia?.(ASKED).matches ?? false);
