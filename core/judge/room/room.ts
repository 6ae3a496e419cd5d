import type { Fixture, Layout, Spot } from '../../class/index.ts';

/** An upright rectangle, m. */
export interface Rect {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Half the width of a person walking, m: nobody passes nearer to a wall or a rack. */
const BODY_M = 0.3;

export const rectOf = (f: Pick<Fixture, 'x' | 'y' | 'widthM' | 'depthM'>): Rect => ({
  left: f.x,
  top: f.y,
  right: f.x + f.widthM,
  bottom: f.y + f.depthM,
});

/** The parts of the room's rectangle that its shape leaves out. */
export function cutsOf({ shape, widthM: w, depthM: d, cutWidthM: cw, cutDepthM: cd }: Layout): Rect[] {
  const low = d - cd;
  switch (shape) {
    case 'rectangle':
      return [];
    case 'corner':
      return [{ left: w - cw, top: low, right: w, bottom: d }];
    case 'tee':
      return [
        { left: 0, top: low, right: cw / 2, bottom: d },
        { left: w - cw / 2, top: low, right: w, bottom: d },
      ];
    case 'bay':
      return [{ left: (w - cw) / 2, top: low, right: (w + cw) / 2, bottom: d }];
  }
}

/** The corners of the room's outline, clockwise from the upper left. */
export function outlineOf(layout: Layout): Spot[] {
  const { shape, widthM: w, depthM: d, cutWidthM: cw, cutDepthM: cd } = layout;
  const low = d - cd;
  const at = (...points: [number, number][]) => points.map(([x, y]) => ({ x, y }));
  switch (shape) {
    case 'rectangle':
      return at([0, 0], [w, 0], [w, d], [0, d]);
    case 'corner':
      return at([0, 0], [w, 0], [w, low], [w - cw, low], [w - cw, d], [0, d]);
    case 'tee':
      return at([0, 0], [w, 0], [w, low], [w - cw / 2, low], [w - cw / 2, d], [cw / 2, d], [cw / 2, low], [0, low]);
    case 'bay':
      return at(
        [0, 0],
        [w, 0],
        [w, d],
        [(w + cw) / 2, d],
        [(w + cw) / 2, low],
        [(w - cw) / 2, low],
        [(w - cw) / 2, d],
        [0, d],
      );
  }
}

/** The obstacles of a room: the parts left out, walls, racks and posts. */
export function blockersOf(layout: Layout): Rect[] {
  const solid = layout.fixtures.filter((f) => f.kind === 'wall' || f.kind === 'rack' || f.kind === 'post');
  return [...cutsOf(layout), ...solid.map(rectOf)];
}

/** The distance from a point to a rectangle, m; 0 inside. */
export function distanceTo(rect: Rect, { x, y }: Spot): number {
  return Math.hypot(Math.max(rect.left - x, 0, x - rect.right), Math.max(rect.top - y, 0, y - rect.bottom));
}

/** The distance from a point to the nearest wall, rack or post, m; 0 outside the room or inside one. */
export function roomAround(layout: Layout, at: Spot): number {
  const { widthM, depthM } = layout;
  const toOutline = Math.min(at.x, at.y, widthM - at.x, depthM - at.y);
  return Math.max(0, Math.min(toOutline, ...blockersOf(layout).map((r) => distanceTo(r, at))));
}

/** A way on foot, m, and the corners it turns at, both ends included. */
export interface WalkingPath {
  metres: number;
  points: Spot[];
}

/**
 * Ways on foot between points of a room: the shortest that go round walls, racks and posts (a visibility graph over their
 * corners, searched by Dijkstra). Null where there is no way.
 */
export function waysIn(layout: Layout): Ways {
  const known = WAYS.get(layout);
  if (known) return known;
  const ways = graphOf(layout);
  WAYS.set(layout, ways);
  return ways;
}

type Ways = (from: Spot, to: Spot) => WalkingPath | null;
/** A layout is never changed, only exchanged: its graph is laid once, for all the checks and panels that ask. */
const WAYS = new WeakMap<Layout, Ways>();

function graphOf(layout: Layout): Ways {
  // A hair less than a body, so that a way may run along it.
  const walls = blockersOf(layout).map((r) => grown(r, BODY_M - 1e-6));
  const corners = blockersOf(layout)
    .flatMap((r) => cornersOf(grown(r, BODY_M)))
    .filter((p) => p.x >= 0 && p.y >= 0 && p.x <= layout.widthM && p.y <= layout.depthM)
    .filter((p) => !walls.some((r) => isInside(r, p)));
  const sees = (a: Spot, b: Spot, near: readonly Rect[]) => !near.some((r) => crosses(r, a, b));
  const between = corners.map((a) => corners.map((b) => (sees(a, b, walls) ? apart(a, b) : Number.POSITIVE_INFINITY)));

  return (from, to) => {
    // Someone who stands against a wall can still step away from it.
    const near = walls.filter((r) => !isInside(r, from) && !isInside(r, to));
    if (sees(from, to, near)) return { metres: apart(from, to), points: [from, to] };
    const best = corners.map((c) => (sees(from, c, near) ? apart(from, c) : Number.POSITIVE_INFINITY));
    const before: (number | null)[] = corners.map(() => null);
    const open = new Set(corners.keys());
    let end: { metres: number; last: number } | null = null;
    while (open.size > 0) {
      let at = -1;
      for (const k of open) if (at < 0 || (best[k] ?? 0) < (best[at] ?? 0)) at = k;
      const here = corners[at];
      const cost = best[at] ?? Number.POSITIVE_INFINITY;
      if (!here || cost === Number.POSITIVE_INFINITY || (end && cost >= end.metres)) break;
      open.delete(at);
      if (sees(here, to, near) && (!end || cost + apart(here, to) < end.metres))
        end = { metres: cost + apart(here, to), last: at };
      for (const k of open) {
        const through = cost + (between[at]?.[k] ?? Number.POSITIVE_INFINITY);
        if (through < (best[k] ?? 0)) {
          best[k] = through;
          before[k] = at;
        }
      }
    }
    if (!end) return null;
    const turns: Spot[] = [];
    for (let k: number | null = end.last; k !== null; k = before[k] ?? null) turns.unshift(corners[k] ?? to);
    return { metres: end.metres, points: [from, ...turns, to] };
  };
}

/** The straight distance between two points, m. */
export const apart = (a: Spot, b: Spot) => Math.hypot(a.x - b.x, a.y - b.y);
const grown = (r: Rect, by: number): Rect => ({
  left: r.left - by,
  top: r.top - by,
  right: r.right + by,
  bottom: r.bottom + by,
});
const cornersOf = (r: Rect): Spot[] => [
  { x: r.left, y: r.top },
  { x: r.right, y: r.top },
  { x: r.right, y: r.bottom },
  { x: r.left, y: r.bottom },
];
const isInside = (r: Rect, p: Spot) => p.x > r.left && p.x < r.right && p.y > r.top && p.y < r.bottom;

/** Whether a straight step from a to b goes through the inside of a rectangle (Liang and Barsky's clipping). */
function crosses(r: Rect, a: Spot, b: Spot): boolean {
  let enter = 0;
  let leave = 1;
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  for (const [p, q] of [
    [-dx, a.x - r.left],
    [dx, r.right - a.x],
    [-dy, a.y - r.top],
    [dy, r.bottom - a.y],
  ] as const) {
    if (p === 0) {
      if (q <= 0) return false;
    } else if (p < 0) enter = Math.max(enter, q / p);
    else leave = Math.min(leave, q / p);
  }
  return enter < leave;
}
