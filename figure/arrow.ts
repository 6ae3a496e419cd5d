import { SIDES } from './body.ts';
import { type Figure, placeOf, placesOf } from './motion.ts';
import { fine } from './see.ts';
import type { Skeleton } from './skeleton.ts';
import type { Vec } from './vectors.ts';

/*
 * The arrow of a still picture: the way of what moves most between its two positions.
 */

type Point = readonly [x: number, y: number];

export interface Arrow {
  /** Path data of its line and of its head. */
  line: string;
  head: string;
  /** What its line goes through, units. */
  points: readonly Point[];
}

/** Something that an arrow can follow. */
interface Followed {
  of: (s: Skeleton) => Vec;
  /** What it is part of: only what it moves beyond that counts. */
  from: (s: Skeleton) => Vec;
  /** How much its motion tells against that of others. */
  weight: number;
  /** The arrow stands beside the body, not on it. */
  beside: boolean;
}

const room = (): Vec => [0, 0, 0];
/** Hands and knees by how they move about the trunk, the trunk and the feet by how they move in the room. */
const FOLLOWED: readonly Followed[] = [
  ...SIDES.toReversed().flatMap((side): Followed[] => [
    { of: (s) => s.arms[side].knuckles, from: (s) => s.collar, weight: 0.75, beside: false },
    { of: (s) => s.legs[side].ball, from: room, weight: 1, beside: false },
    { of: (s) => s.legs[side].knee, from: (s) => s.pelvis, weight: 0.6, beside: false },
  ]),
  { of: (s) => s.head, from: room, weight: 0.8, beside: true },
  { of: (s) => s.pelvis, from: room, weight: 1, beside: true },
];

/** Less than this is no motion worth an arrow, units. */
const LEAST = 4;
/** What moves hardly more than another is not told before it. */
const MORE = 1.1;
/** How far an arrow stands beside the body, seen from the front and from the side, units. */
const BESIDE = { front: 34, side: -30, quarter: -30 } as const;
const PIECES = 14;
const HEAD = 9;

function mostMoved(figure: Figure, fromMs: number, toMs: number): Followed | null {
  let most = LEAST;
  let found: Followed | null = null;
  for (const followed of FOLLOWED) {
    const beyond = (ms: number): Point => {
      const [[x, y], [fx, fy]] = placesOf(figure, ms, [followed.of, followed.from]) as [Point, Point];
      return [x - fx, y - fy];
    };
    const [[x1, y1], [x2, y2]] = [beyond(fromMs), beyond(toMs)];
    const far = Math.hypot(x2 - x1, y2 - y1) * followed.weight;
    if (far > most * MORE) [most, found] = [far, followed];
  }
  return found;
}

/** The way itself where the positions follow each other, else a bow from the one to the other. */
function wayOf(figure: Figure, fromMs: number, toMs: number, of: (s: Skeleton) => Vec): Point[] {
  const [first, second] = figure.text.pair;
  const at = Array.from({ length: PIECES + 1 }, (_, k) => k / PIECES);
  if (second - first === 1) return at.map((t) => placeOf(figure, fromMs + (toMs - fromMs) * t, of));
  const [[x1, y1], [x2, y2]] = [placeOf(figure, fromMs, of), placeOf(figure, toMs, of)];
  return at.map((t) => {
    const bulge = 0.5 * t * (1 - t);
    return [x1 + (x2 - x1) * t + (y2 - y1) * bulge, y1 + (y2 - y1) * t - (x2 - x1) * bulge];
  });
}

/** The arrow from one moment to another, moved to where the second is drawn; null where nothing moves enough. */
export function arrowOf(figure: Figure, fromMs: number, toMs: number, [dx, dy]: Point): Arrow | null {
  const followed = mostMoved(figure, fromMs, toMs);
  if (!followed) return null;
  const aside = followed.beside ? BESIDE[figure.text.view] : 0;
  const points = wayOf(figure, fromMs, toMs, followed.of).map(([x, y]): Point => [x + dx + aside, y + dy]);
  const [x, y] = points.at(-1) as Point;
  const [bx, by] = points.find((p) => Math.hypot(p[0] - x, p[1] - y) < HEAD + 3) ?? (points[0] as Point);
  const way = bx === x && by === y ? 0 : Math.atan2(y - by, x - bx);
  const wing = (by: number) => `${fine(x - HEAD * Math.cos(way + by))} ${fine(y - HEAD * Math.sin(way + by))}`;
  return {
    line: points.map((p, k) => `${k === 0 ? 'M' : 'L'}${fine(p[0])} ${fine(p[1])}`).join(''),
    head: `M${fine(x)} ${fine(y)}L${wing(0.5)}L${wing(-0.5)}Z`,
    points,
  };
}
