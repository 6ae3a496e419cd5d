import { type Block, type Layout, type Plan, placeStations, type Spot, spotsOf } from '../../class/index.ts';
import { findOrder } from '../sequence/index.ts';
import { type WalkingPath, waysIn } from './room.ts';

/** One step of the walk from station to station. */
export interface Leg {
  /** Indices of stations. */
  from: number;
  to: number;
  /** Null when there is no way, or one of the two is not placed. */
  way: WalkingPath | null;
}

/** The walk of a block in its present order; at the end back to the first, as groups go round. */
export function walkOf(plan: Pick<Plan, 'layout'>, block: Block): Leg[] {
  if (!plan.layout || block.stations.length < 2) return [];
  const spots = spotsOf(plan, block.id);
  const way = waysIn(plan.layout);
  return block.stations.map((station, from) => {
    const to = (from + 1) % block.stations.length;
    const [a, b] = [spots[station.id], spots[block.stations[to]?.id ?? '']];
    return { from, to, way: a && b ? way(a, b) : null };
  });
}

/** The length of a walk, m; null when a leg of it has no way. */
export function metresOf(legs: readonly Leg[]): number | null {
  return legs.reduce<number | null>((sum, { way }) => (sum === null || !way ? null : sum + way.metres), 0);
}

const NO_WAY_M = 1e6;
const SEED = 1;

/** table[i][j]: metres on foot from station i of a block to j; null when the block is not set out whole. */
export function walkTable(plan: Pick<Plan, 'layout'>, block: Block): number[][] | null {
  const spots = spotsOf(plan, block.id);
  const points = block.stations.flatMap((s) => spots[s.id] ?? []);
  return plan.layout && points.length === block.stations.length ? tableOf(plan.layout, points) : null;
}

function tableOf(layout: Layout, points: readonly Spot[]): number[][] {
  const way = waysIn(layout);
  return points.map((a) => points.map((b) => (a === b ? 0 : (way(a, b)?.metres ?? NO_WAY_M))));
}

/**
 * The shortest way to go round some points once and back, as their indices from the first on: proven up to 12 points,
 * beyond that the best of a seeded search.
 */
export function shortestRound(layout: Layout, points: readonly Spot[]): { order: number[]; exact: boolean } {
  const pair = tableOf(layout, points);
  const found = findOrder(
    {
      size: points.length,
      pair,
      place: points.map(() => points.map(() => 0)),
      cyclic: true,
      runs: points.map((_, k) => [k]),
      pinned: points.map(() => null),
    },
    SEED,
  );
  const order = found?.order ?? points.map((_, k) => k);
  const at = order.indexOf(0);
  return { order: [...order.slice(at), ...order.slice(0, at)], exact: found?.exact ?? false };
}

/**
 * Deals the places of a block's stations out anew along the shortest one-way round, the first station staying where it is;
 * of the two directions, that in which more stations keep their place. Null when a station has none.
 */
export function alongShortestRound(plan: Plan, block: Block): Plan | null {
  const spots = spotsOf(plan, block.id);
  const points = block.stations.map((s) => spots[s.id]);
  if (!plan.layout || !points.every((p) => p !== undefined)) return null;
  const { order } = shortestRound(plan.layout, points);
  const back = backwards(order);
  const kept = (tour: readonly number[]) => tour.filter((at, k) => at === k).length;
  const tour = kept(back) > kept(order) ? back : order;
  return dealOut(plan, block, points, tour);
}

/** The same round, gone the other way from the same beginning. */
export const backwards = (tour: readonly number[]) => [...tour.slice(0, 1), ...tour.slice(1).reverse()];

/** Gives the stations of a block, in their order, the places that a tour comes by. */
export function dealOut(plan: Plan, block: Block, places: readonly Spot[], tour: readonly number[]): Plan {
  const spots = block.stations.flatMap((s, k) => {
    const spot = places[tour[k] ?? -1];
    return spot ? [[s.id, spot] as const] : [];
  });
  return placeStations(plan, block.id, Object.fromEntries(spots));
}
