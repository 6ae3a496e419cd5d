import type { Block, Layout, Plan, Spot } from '../../class/index.ts';
import { type Library, moveOf } from '../../moves/index.ts';
import { apart, distanceTo, rectOf, roomAround } from './room.ts';
import { clearRadius, largestGroup, wallDistance } from './spacing.ts';
import { backwards, dealOut, shortestRound } from './tour.ts';

const GRID_M = 0.5;
/** What is left free at least along walls, racks and posts, and before doors, when places are proposed; m. */
const MARGIN_M = 1.2;
const DOOR_M = 2;

/**
 * Sets a block's stations out over the room, as far from one another as may be, along the shortest round; moves done on a
 * mat come on the mats where the round allows, and else the first station comes nearest the door. Null when the room has
 * not so many places.
 */
export function setOut(plan: Plan, block: Block, library: Library): Plan | null {
  const { layout } = plan;
  if (!layout) return null;
  const moves = block.stations.map((s) => moveOf(library, s));
  const onMat = moves.map((m) => m.kit.includes('mat'));
  const size = largestGroup(plan, block);
  const margin = Math.max(MARGIN_M, wallDistance(Math.max(0, ...moves.map((m) => clearRadius(m, size)))));
  const mats = layout.fixtures.filter((f) => f.kind === 'mats');
  const middles = mats.map((f) => ({ x: f.x + f.widthM / 2, y: f.y + f.depthM / 2 }));
  const fixed = middles.slice(0, onMat.filter(Boolean).length);
  const places = farApart(placesIn(layout, margin), block.stations.length, fixed);
  if (places === null) return null;
  const { order } = shortestRound(layout, places);
  const isMat = places.map((p) => mats.some((f) => distanceTo(rectOf(f), p) === 0));
  const tour = bestTurn(order, (at, k) => isMat[at] === true && onMat[k] === true);
  return dealOut(plan, block, places, tour);
}

/** A round begun elsewhere, or gone the other way: the first that suits most places. */
function bestTurn(order: readonly number[], suits: (at: number, k: number) => boolean): readonly number[] {
  const all = [order, backwards(order)].flatMap((o) => o.map((_, r) => [...o.slice(r), ...o.slice(0, r)]));
  const worth = (tour: readonly number[]) => tour.filter(suits).length;
  return all.reduce((best, tour) => (worth(tour) > worth(best) ? tour : best), order);
}

/** The points of a half-metre grid that are clear of walls, racks, posts and doors, the nearest to a door first. */
function placesIn(layout: Layout, margin: number): Spot[] {
  const doors = layout.fixtures.filter((f) => f.kind === 'door').map(rectOf);
  const toDoor = (p: Spot) => (doors.length === 0 ? p.x + p.y : Math.min(...doors.map((d) => distanceTo(d, p))));
  const found: Spot[] = [];
  for (let y = margin; y <= layout.depthM - margin + 1e-9; y += GRID_M)
    for (let x = margin; x <= layout.widthM - margin + 1e-9; x += GRID_M) {
      const p = { x, y };
      if (roomAround(layout, p) >= margin - 1e-9 && (doors.length === 0 || toDoor(p) >= DOOR_M)) found.push(p);
    }
  return found.sort((a, b) => toDoor(a) - toDoor(b));
}

/** So many points, the fixed ones first and then each time the one farthest from all chosen (Gonzalez). */
function farApart(points: readonly Spot[], count: number, fixed: readonly Spot[]): Spot[] | null {
  const [first] = points;
  if (!first || points.length < count) return null;
  const chosen: Spot[] = [];
  const gap = points.map(() => Number.POSITIVE_INFINITY);
  const choose = (next: Spot) => {
    chosen.push(next);
    for (const [k, p] of points.entries()) gap[k] = Math.min(gap[k] ?? 0, apart(p, next));
  };
  for (const spot of fixed.length > 0 ? fixed : [first]) choose(spot);
  while (chosen.length < count) {
    let at = 0;
    for (const [k, g] of gap.entries()) if (g > (gap[at] ?? 0)) at = k;
    const next = points[at];
    if (!next || gap[at] === 0) return null;
    choose(next);
  }
  return chosen.slice(0, count);
}
