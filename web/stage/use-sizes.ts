import { useSyncExternalStore } from 'react';

/** Sizes of type on the desk and the wall, px, by the smaller of width and height. */
export interface Sizes {
  namePx: number;
  nextPx: number;
}

function watch(onChange: () => void): () => void {
  window.addEventListener('resize', onChange);
  return () => window.removeEventListener('resize', onChange);
}

const held = (px: number, least: number, most: number) => Math.round(Math.min(most, Math.max(least, px)));

/** The window's size as one word, so that it is the same value until it changes. */
const sizeNow = () => `${window.innerWidth} ${window.innerHeight}`;

const useWindow = () => useSyncExternalStore(watch, sizeNow).split(' ').map(Number);

/** The sizes of the desk for the window as it is now. */
export function useSizes(): Sizes {
  const [width = 1280, height = 800] = useWindow();
  return {
    namePx: held(Math.min(width * 0.07, height * 0.11), 30, 130),
    nextPx: held(Math.min(width * 0.035, height * 0.055), 20, 64),
  };
}

/** The sizes of the wall: a name of a tenth of its height and more, wherever there is width for it. */
export function useWallSizes(): Sizes & { wide: boolean } {
  const [width = 1920, height = 1080] = useWindow();
  return {
    wide: width > height,
    namePx: held(Math.min(width * 0.085, height * 0.135), 24, 400),
    nextPx: held(Math.min(width * 0.045, height * 0.065), 18, 200),
  };
}
