import { useWindow } from '../../base/index.ts';

/** Sizes of type on the desk, the wall and phones, px, by the smaller of width and height. */
export interface Sizes {
  namePx: number;
  nextPx: number;
  /** Of plain words. */
  basePx: number;
}

const held = (px: number, least: number, most: number) => Math.round(Math.min(most, Math.max(least, px)));

/** The sizes of the desk for the window as it is now. */
export function useSizes(): Sizes {
  const { width, height } = useWindow();
  return {
    namePx: held(Math.min(width * (width > height ? 0.075 : 0.11), height * 0.11), 28, 240),
    nextPx: held(Math.min(width * (width > height ? 0.038 : 0.06), height * 0.055), 18, 120),
    basePx: held(Math.min(width * (width > height ? 0.0165 : 0.026), height * 0.026), 15, 48),
  };
}

/** The sizes of the wall: a name of a tenth of its height and more, wherever there is width for it. */
export function useWallSizes(): Sizes & { wide: boolean } {
  const { width, height } = useWindow();
  return {
    wide: width > height,
    namePx: held(Math.min(width * 0.085, height * 0.135), 24, 400),
    nextPx: held(Math.min(width * 0.045, height * 0.065), 18, 200),
    basePx: held(Math.min(width * 0.03, height * 0.04), 14, 96),
  };
}

/** The sizes of a phone page, which is also opened on a tablet or a laptop. */
export function usePhoneSizes(): Sizes & { wide: boolean } {
  const { width, height } = useWindow();
  return {
    wide: width > height,
    namePx: held(Math.min(width * 0.11, height * 0.1), 26, 160),
    nextPx: held(Math.min(width * 0.06, height * 0.05), 17, 80),
    basePx: held(Math.min(width * 0.045, height * 0.03), 15, 40),
  };
}
