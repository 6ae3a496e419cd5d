import { readM3u8 } from './m3u8.ts';
import type { ReadPlaylist } from './playlist.ts';
import { readXspf } from './xspf.ts';

/** Reads a list of music of either kind, by what is in it. */
export const readPlaylist = (text: string): ReadPlaylist =>
  /^\s*(?:\uFEFF)?\s*</.test(text) ? readXspf(text) : readM3u8(text);
