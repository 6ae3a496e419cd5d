import { type Arrow, arrowOf } from './arrow.ts';
import { type Box, boundsOfMoment, drawMoment, fineBox, type Picture } from './draw.ts';
import { type Figure, momentOf, whenAt } from './motion.ts';
import { FINE } from './see.ts';

/*
 * A figure that stands still: its two telling positions side by side, with an arrow that goes the way of what moves most.
 */

export interface Still {
  /** One or two, each moved to the right and down by so much; all in the whole numbers of path data. */
  pictures: readonly { picture: Picture; dx: number; dy: number }[];
  /** Left, top, right, bottom. */
  box: readonly [number, number, number, number];
  arrow: Arrow | null;
}

const GAP = 26;
const MARGIN = 8;
/** Wider than this many times its height, a pair stands one below the other. */
const WIDE = 2.6;

export function stillOf(figure: Figure): Still {
  const [a, b] = figure.text.pair.map((k) => {
    const ms = whenAt(figure, k);
    const moment = momentOf(figure, ms);
    return { ms, box: boundsOfMoment(figure, moment, ms), picture: drawMoment(figure, moment, ms) };
  }) as [Shot, Shot];
  if (a.ms === b.ms) return { pictures: [{ picture: a.picture, dx: 0, dy: 0 }], box: framed(a.box), arrow: null };
  const isLow = 2 * Math.max(widthOf(a.box), widthOf(b.box)) > -WIDE * Math.min(a.box[1], b.box[1]);
  const dx = isLow ? 0 : a.box[2] - b.box[0] + GAP;
  const dy = isLow ? Math.max(40, -b.box[1]) + Math.max(0, a.box[3]) + GAP : 0;
  const arrow = arrowOf(figure, a.ms, b.ms, [dx, dy]);
  const boxes = [a.box, [b.box[0] + dx, b.box[1] + dy, b.box[2] + dx, Math.max(b.box[3], 0) + dy] as Box];
  for (const [x, y] of arrow?.points ?? []) boxes.push([x - 6, y - 6, x + 6, y]);
  return {
    pictures: [
      { picture: a.picture, dx: 0, dy: 0 },
      { picture: b.picture, dx: dx * FINE, dy: dy * FINE },
    ],
    box: framed(around(boxes)),
    arrow,
  };
}

interface Shot {
  ms: number;
  box: Box;
  picture: Picture;
}

const widthOf = ([left, , right]: Box): number => right - left;
const around = (boxes: readonly Box[]): Box => [
  Math.min(...boxes.map((b) => b[0])),
  Math.min(...boxes.map((b) => b[1])),
  Math.max(...boxes.map((b) => b[2])),
  Math.max(...boxes.map((b) => b[3])),
];
const framed = ([l, t, r, b]: Box): Box => fineBox([l - MARGIN, Math.min(t, -40) - MARGIN, r + MARGIN, b + MARGIN + 2]);
