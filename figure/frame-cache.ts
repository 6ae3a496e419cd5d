import { boundsOf, drawMoment, fineBox, type Picture } from './draw.ts';
import { type Figure, figureOf, momentOf, type Tempo } from './motion.ts';
import { readFigure } from './read.ts';
import { type Still, stillOf } from './still.ts';

/*
 * A figure made ready to be shown: its pictures are drawn once and kept.
 */

/** Pictures a second. */
const RATE = 60;

/** A figure that is shown: any moment of it, and how it stands where nothing moves. */
export interface Frames {
  figure: Figure;
  /** Left, top, right, bottom of all its moments, in the whole numbers of path data. */
  readonly box: readonly [number, number, number, number];
  /** The picture at a moment, ms; it begins anew after a cycle. */
  at: (ms: number) => Picture;
  still: () => Still;
}

/** Keeps the pictures of one cycle: one for each sixtieth of a second that was asked for. */
export function framesOf(figure: Figure): Frames {
  const count = Math.max(1, Math.round((figure.cycleMs / 1000) * RATE));
  const kept = new Array<Picture | undefined>(count);
  let still: Still | null = null;
  let box: Frames['box'] | null = null;
  return {
    figure,
    // All moments are looked at for it: only what moves has use for it.
    get box() {
      box ??= fineBox(boundsOf(figure));
      return box;
    },
    at: (ms) => {
      const share = ms / figure.cycleMs;
      const k = Math.min(count - 1, Math.floor((share - Math.floor(share)) * count));
      const known = kept[k];
      if (known) return known;
      const atMs = (k / count) * figure.cycleMs;
      const made = drawMoment(figure, momentOf(figure, atMs), atMs);
      kept[k] = made;
      return made;
    },
    still: () => {
      still ??= stillOf(figure);
      return still;
    },
  };
}

/** Frames that have been asked for lately, by text and tempo: as many as a class and its other ways have moves. */
const MOST_KEPT = 120;
const cache = new Map<string, Frames | null>();

/** The frames of a figure's text at a tempo; null where the text cannot be read. */
export function cachedFrames(text: string, tempo: Tempo | null = null): Frames | null {
  const key = `${text}\n${tempo ? Object.values(tempo).join('-') : ''}`;
  const known = cache.get(key);
  if (known !== undefined) {
    cache.delete(key);
    cache.set(key, known);
    return known;
  }
  const read = readFigure(text);
  const frames = read.ok ? framesOf(figureOf(read.figure, tempo)) : null;
  cache.set(key, frames);
  const oldest = cache.keys().next();
  if (cache.size > MOST_KEPT && !oldest.done) cache.delete(oldest.value);
  return frames;
}
