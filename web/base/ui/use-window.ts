import { useSyncExternalStore } from 'react';

function watch(onChange: () => void): () => void {
  window.addEventListener('resize', onChange);
  return () => window.removeEventListener('resize', onChange);
}

/** The window's size as one word, so that it is the same value until it changes. */
const sizeNow = () => `${window.innerWidth} ${window.innerHeight}`;

/** The window's inner size, px. */
export function useWindow(): { width: number; height: number } {
  const [width = 1280, height = 800] = useSyncExternalStore(watch, sizeNow).split(' ').map(Number);
  return { width, height };
}
