import { alternativesTo, type Library, type Move, oneEasier, swapStation } from '../moves/index.ts';
import type { Block, Plan, School, Station } from '../plan/index.ts';
import { updateBlock } from '../plan/index.ts';
import { findOrder, inOrderOf, orderProblem, SCHOOL_WEIGHTS } from '../sequence/index.ts';
import type { CheckContext } from './types.ts';

/** Ways to mend that several checks offer. */
export interface Mend {
  label: string;
  plan: Plan;
}

/** More stations than this are not put in another order at every keystroke. */
const MOST_ORDERED = 9;

/** The stations of a block in the best order of a school; none where that is the present one, or there are too many. */
export function reordered(
  { plan, library }: CheckContext,
  block: Block,
  label: string,
  school: School = 'spread',
): Mend[] {
  if (block.stations.length > MOST_ORDERED || block.stations.length < 3) return [];
  const request = { block, weights: SCHOOL_WEIGHTS[block.school ?? school], pinned: [], walkM: null };
  const best = findOrder(orderProblem(request, library), 1);
  if (!best || best.order.every((s, k) => s === k)) return [];
  return [{ label, plan: updateBlock(plan, block.id, () => inOrderOf(block, best.order)) }];
}

/** An easier move in the place of one. */
export function easierThere({ plan, library }: CheckContext, block: Block, station: Station): Mend[] {
  const move = library.get(station.move);
  const easier = move && oneEasier(library, move);
  return easier ? [inPlace(plan, block, station, easier, library)] : [];
}

/** The nearest move in the place of one that is as is wanted, with the kit there is. */
export function anotherThere(
  context: CheckContext,
  block: Block,
  station: Station,
  isWanted: (m: Move) => boolean,
): Mend[] {
  const { plan, library, kitRoom } = context;
  const move = library.get(station.move);
  if (!move) return [];
  const found = alternativesTo(library, move, {
    used: block.stations.map((s) => s.move),
    kit: kitRoom.length > 0 ? kitRoom.map((k) => k.name) : null,
    limit: 60,
    audience: plan.audience ?? [],
    level: plan.level,
  }).find((a) => isWanted(a.move));
  return found ? [inPlace(plan, block, station, found.move, library)] : [];
}

const inPlace = (plan: Plan, block: Block, station: Station, move: Move, library: Library): Mend => ({
  label: `${move.name} in place of ${station.move}`,
  plan: swapStation(plan, block.id, station.id, move, null, library),
});
