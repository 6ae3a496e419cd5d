import { SIDES } from './body.ts';
import { type Box, boundsOfMoment, drawMoment, fineBox, type Picture } from './draw.ts';
import { alongOf, type Figure, type Moment, momentOf } from './motion.ts';
import { FINE, fine, seenFrom } from './see.ts';
import type { Skeleton } from './skeleton.ts';
import type { Vec } from './vectors.ts';

/*
 * A figure that stands still: its two telling positions side by side, with an arrow that goes the way of what moves most.
 */

export interface Still {
  /** One or two, each moved to the right and down by so much; all in the whole numbers of path data. */
  pictures: readonly { picture: Picture; dx: number; dy: number }[];
  /** Left, top, right, bottom. */
  box: readonly [number, number, number, number];
  arrow: { line: string; head: string; points: readonly (readonly [number, number])[] } | null;
}

const GAP = 26;
const MARGIN = 8;
/** Less than this is no motion worth an arrow, units. */
const LEAST = 4;

/** When a position is reached, ms into the cycle. */
const whenAt = (figure: Figure, k: number): number => {
  const way = k === 0 ? figure.ways.at(-1) : figure.ways[k - 1];
  return way && k > 0 ? way.startMs + way.ms : 0;
};

export function stillOf(figure: Figure): Still {
  const [a, b] = figure.text.pair;
  const [atA, atB] = [whenAt(figure, a), whenAt(figure, b)];
  const one = momentOf(figure, atA);
  const boxA = boundsOfMoment(figure, one, atA);
  const pictureA = drawMoment(figure, one, atA);
  if (a === b) return { pictures: [{ picture: pictureA, dx: 0, dy: 0 }], box: framed(boxA), arrow: null };
  const two = momentOf(figure, atB);
  const boxB = boundsOfMoment(figure, two, atB);
  // What lies is wide and low: one below the other, else side by side.
  const low = 2 * Math.max(boxA[2] - boxA[0], boxB[2] - boxB[0]) > 2.6 * -Math.min(boxA[1], boxB[1]);
  const dx = low ? 0 : boxA[2] - boxB[0] + GAP;
  const dy = low ? Math.max(40, -boxB[1]) + Math.max(0, boxA[3]) + GAP : 0;
  const box: Box = [
    Math.min(boxA[0], boxB[0] + dx),
    Math.min(boxA[1], boxB[1] + dy),
    Math.max(boxA[2], boxB[2] + dx),
    Math.max(boxA[3], boxB[3] + dy, dy),
  ];
  const arrow = arrowOf(figure, atA, atB, one, two, dx, dy);
  for (const [x, y] of arrow?.points ?? []) {
    box[0] = Math.min(box[0], x - 6);
    box[1] = Math.min(box[1], y - 6);
    box[2] = Math.max(box[2], x + 6);
  }
  return {
    pictures: [
      { picture: pictureA, dx: 0, dy: 0 },
      { picture: drawMoment(figure, two, atB), dx: dx * FINE, dy: dy * FINE },
    ],
    box: framed(box),
    arrow,
  };
}

const framed = ([l, t, r, b]: Box): Box => fineBox([l - MARGIN, Math.min(t, -40) - MARGIN, r + MARGIN, b + MARGIN + 2]);

interface Followed {
  of: (s: Skeleton) => Vec;
  /** What it is part of: only what it moves beyond that counts. */
  from: (s: Skeleton) => Vec;
  weight: number;
  foot?: boolean;
}
const still = (): Vec => [0, 0, 0];
/** What an arrow can follow: hands and knees by how they move about the trunk, the trunk and the feet by how they move in the room. */
const FOLLOWED: readonly Followed[] = [
  ...SIDES.toReversed().flatMap((side): Followed[] => [
    { of: (s) => s.arms[side].knuckles, from: (s) => s.collar, weight: 0.75 },
    { of: (s) => s.legs[side].ball, from: still, weight: 1, foot: true },
    { of: (s) => s.legs[side].knee, from: (s) => s.pelvis, weight: 0.6 },
  ]),
  { of: (s) => s.head, from: still, weight: 0.8 },
  { of: (s) => s.pelvis, from: still, weight: 1 },
];

function arrowOf(
  figure: Figure,
  fromMs: number,
  toMs: number,
  one: Moment,
  two: Moment,
  dx: number,
  dy: number,
): Still['arrow'] {
  const end = toMs >= fromMs ? toMs : toMs + figure.cycleMs;
  const at = (s: Skeleton, of: (s: Skeleton) => Vec, ms: number) => {
    const [x, y] = seenFrom(figure.text.view, alongOf(figure, ms))(of(s));
    return [x, y] as const;
  };
  let most = LEAST;
  let followed: Followed | null = null;
  for (const f of FOLLOWED) {
    const { of, from, weight } = f;
    const by = (moment: Moment, ms: number) => {
      const [[x, y], [fx, fy]] = [at(moment.skeleton, of, ms), at(moment.skeleton, from, ms)];
      return [x - fx, y - fy] as const;
    };
    const [[x1, y1], [x2, y2]] = [by(one, fromMs), by(two, toMs)];
    const far = Math.hypot(x2 - x1, y2 - y1) * weight;
    if (far > most * 1.1) [most, followed] = [far, f];
  }
  if (!followed) return null;
  // Beside the body, not on it: what the trunk does is told behind its back.
  const aside =
    followed.weight !== 0.75 && followed.from === still && !followed.foot
      ? figure.text.view === 'front'
        ? 34
        : -30
      : 0;
  const points: [number, number][] = [];
  const pieces = 14;
  // Over other positions an arrow goes straight.
  const next = figure.text.pair[1] - figure.text.pair[0] === 1;
  if (!next) {
    const [[x1, y1], [x2, y2]] = [at(one.skeleton, followed.of, fromMs), at(two.skeleton, followed.of, toMs)];
    for (let k = 0; k <= pieces; k++) {
      const t = k / pieces;
      const bulge = 0.5 * t * (1 - t);
      points.push([x1 + (x2 - x1) * t + (y2 - y1) * bulge + dx + aside, y1 + (y2 - y1) * t - (x2 - x1) * bulge + dy]);
    }
  }
  for (let k = 0; next && k <= pieces; k++) {
    const ms = fromMs + ((end - fromMs) * k) / pieces;
    const [x, y] = at(k === pieces ? two.skeleton : momentOf(figure, ms).skeleton, followed.of, ms % figure.cycleMs);
    points.push([x + dx + aside, y + dy]);
  }
  const last = points.at(-1) as [number, number];
  const before =
    points.find(([x, y]) => Math.hypot(x - last[0], y - last[1]) < 12) ?? (points.at(-2) as [number, number]);
  const way = Math.atan2(last[1] - before[1], last[0] - before[0]);
  const wing = (by: number) => `${fine(last[0] - 9 * Math.cos(way + by))} ${fine(last[1] - 9 * Math.sin(way + by))}`;
  return {
    line: points.map(([x, y], k) => `${k === 0 ? 'M' : 'L'}${fine(x)} ${fine(y)}`).join(''),
    points,
    head: `M${fine(last[0])} ${fine(last[1])}L${wing(0.5)}L${wing(-0.5)}Z`,
  };
}
