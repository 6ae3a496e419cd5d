import type { Plan } from '../../class/index.ts';
import type { Library } from '../../moves/index.ts';
import { type Interval, isWork } from '../../time/index.ts';
import type { Thresholds } from '../thresholds/index.ts';
import { type Needs, neededChange } from './changes.ts';
import { groupsIn, turnAt } from './paths.ts';

/** A class under way, as far as its rests go. */
interface Led {
  plan: Plan;
  intervals: readonly Interval[];
}

/**
 * How short a rest may become: the longest change of any group from what was before it to what follows, ms. Where a move is not
 * known its change is a guess, and the rest stays at `unknownMs` at least. Kept by change, so that it can be asked for
 * every rest of many cuts of the same class.
 */
export function restFloors(
  library: Library,
  thresholds: Thresholds,
  unknownMs: number,
): (rest: Interval, led: Led) => number {
  const floors = new Map<string, number>();
  const needs = new WeakMap<Plan, Needs>();
  return (rest, { plan, intervals }) => {
    const from = intervals.slice(0, rest.index).findLast(isWork);
    const to = intervals.slice(rest.index + 1).find(isWork);
    if (!from || !to) return unknownMs;
    const key = [from, to].map((i) => keyOf(plan, i)).join('>');
    const before = floors.get(key);
    if (before !== undefined) return before;
    const needed = needs.get(plan) ?? neededChange(plan, thresholds);
    needs.set(plan, needed);
    let floorMs = 0;
    for (let group = 0; group < groupsIn(plan); group++) {
      const [a, b] = [turnAt(plan, from, group, library), turnAt(plan, to, group, library)];
      const changeMs = a && b ? needed({ from: a, to: b, gapMs: rest.durationMs }).totalMs : unknownMs;
      floorMs = Math.max(floorMs, changeMs, a?.known && b?.known ? 0 : unknownMs);
    }
    floors.set(key, floorMs);
    return floorMs;
  };
}

/** Names what is done in an interval: rounds differ only where a station has something of its own in one. */
function keyOf(plan: Plan, { blockIndex, stationIndex, round, side, swaps }: Interval): string {
  const block = plan.blocks[blockIndex];
  const station = stationIndex === null ? undefined : block?.stations[stationIndex];
  const own = swaps || block?.stations.some((s) => s.cells) ? `${round}${JSON.stringify(swaps ?? {})}` : '';
  return `${block?.id}:${block?.stations.length}:${station?.id}:${station?.move}:${side}:${own}`;
}
