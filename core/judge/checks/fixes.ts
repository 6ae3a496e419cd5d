import {
  type Block,
  bodyOf,
  keyOfRole,
  type Plan,
  type School,
  type Station,
  settingOf,
  updateBlock,
  withSetting,
} from '../../class/index.ts';
import { alternativesTo, atHand, type Library, type Move, moveAt, oneEasier, swapStation } from '../../moves/index.ts';
import { findOrder, inOrderOf, orderProblem, SCHOOL_WEIGHTS } from '../sequence/index.ts';
import type { CheckContext } from './types.ts';

/** Ways to mend that several checks offer. */
export interface DraftFix {
  label: string;
  plan: Plan;
}

/** More stations than this are not put in another order at every keystroke. */
const MOST_ORDERED = 9;

/** The block in the best order of a school; null where that is the present one, or there are too many stations or too few. */
export function inBetterOrder(
  block: Block,
  school: School,
  library: Library,
  most: number = MOST_ORDERED,
): Block | null {
  if (block.stations.length > most || block.stations.length < 3) return null;
  const request = { block, weights: SCHOOL_WEIGHTS[school], pinned: [], walkM: null };
  const best = findOrder(orderProblem(request, library), 1);
  return !best || best.order.every((s, k) => s === k) ? null : inOrderOf(block, best.order);
}

/** The stations of a block in the best order of its own school, else spread. */
export function reordered({ plan, library }: CheckContext, block: Block, label: string): DraftFix[] {
  const next = inBetterOrder(block, block.school ?? 'spread', library);
  return next ? [{ label, plan: updateBlock(plan, block.id, () => next) }] : [];
}

/** The block with another rest; as it is where its format has none to set, or has as much already. */
export function withRest(block: Block, restMs: number): Block {
  const key = keyOfRole(block.format, 'rest');
  if (key === null || restMs <= Number(settingOf(block.format, key))) return block;
  return { ...block, format: withSetting(block.format, key, restMs) };
}

/** A longer rest; none where the format has none to set, or has as much already. */
export function longerRest(plan: Plan, block: Block, restMs: number, label = `${restMs / 1000} s of rest`): DraftFix[] {
  const rested = withRest(block, restMs);
  return rested === block ? [] : [{ label, plan: updateBlock(plan, block.id, () => rested) }];
}

/** The rest after some work that comes to a ratio of work to rest, in whole five seconds. */
export const restFor = (workMs: number, ratio: number) => Math.ceil(workMs / ratio / 5000) * 5000;

/** The work of a format, ms; 0 where it has none to set. */
export function workOf({ format }: Pick<Block, 'format'>): number {
  const key = keyOfRole(format, 'work');
  return key === null ? 0 : Number(settingOf(format, key));
}

/** An easier move in the place of one. */
export function easierThere({ plan, library }: CheckContext, block: Block, station: Station): DraftFix[] {
  const move = moveAt(library, station);
  const easier = move && oneEasier(library, move);
  return easier ? [inPlace(plan, block, station, easier, library)] : [];
}

/** The nearest move in the place of one that is as is wanted, with the kit there is. */
export function anotherThere(
  context: CheckContext,
  block: Block,
  station: Station,
  isWanted: (m: Move) => boolean,
): DraftFix[] {
  const { plan, library, kitRoom } = context;
  const move = moveAt(library, station);
  if (!move) return [];
  const found = alternativesTo(library, move, {
    used: block.stations.map((s) => s.move),
    kit: atHand(kitRoom),
    limit: 60,
    audience: plan.audience ?? [],
    level: plan.level,
    body: bodyOf(plan, block),
  }).find((a) => isWanted(a.move));
  return found ? [inPlace(plan, block, station, found.move, library)] : [];
}

const inPlace = (plan: Plan, block: Block, station: Station, move: Move, library: Library): DraftFix => ({
  label: `${move.name} in place of ${station.move}`,
  plan: swapStation(plan, block.id, station.id, move, null, library),
});
