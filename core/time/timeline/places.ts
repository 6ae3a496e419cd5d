import type { Plan } from '../../class/index.ts';
import { moduleOf, roundsOf } from '../../class/index.ts';
import { type Interval, isWork } from './types.ts';

/** The place of a set in its block; all counts from 1. */
export interface Place {
  /** A visit is one coming to a station, both sides or all layers of it together. */
  visit: number;
  visits: number;
  set: number;
  sets: number;
  /** The first set of its visit, and of its round. */
  opensVisit: boolean;
  opensRound: boolean;
  round: number | null;
  /** Null where the block has no rounds to count. */
  rounds: number | null;
  /** Stations gone round together before the next ones; null where all are gone round. */
  group: { n: number; of: number; size: number } | null;
  /** A turn of an add-on: which of how many, and the step within it. */
  chain: { turn: number; turns: number; step: number; steps: number } | null;
}

interface Counting {
  visit: number;
  set: number;
  last: Interval | null;
  places: Place[];
}

/** The place of every set among some intervals, by index of the list; none for what is no work. */
export function placesOf(plan: Pick<Plan, 'blocks'>, intervals: readonly Interval[]): ReadonlyMap<number, Place> {
  const blocks = new Map<number, Counting>();
  const found = new Map<number, Place>();
  for (const [k, interval] of intervals.entries()) {
    if (!isWork(interval)) continue;
    const at = blocks.get(interval.blockIndex) ?? { visit: 0, set: 0, last: null, places: [] };
    blocks.set(interval.blockIndex, at);
    const place = placeAfter(plan, interval, at);
    if (!place) continue;
    at.places.push(place);
    at.last = interval;
    found.set(k, place);
  }
  for (const { places, visit, set } of blocks.values()) {
    const chains = turnsOf(places);
    for (const place of places) {
      place.visits = visit;
      place.sets = set;
      if (place.chain) place.chain = { ...place.chain, ...chains(place.chain.turn) };
    }
  }
  return found;
}

function placeAfter({ blocks }: Pick<Plan, 'blocks'>, interval: Interval, at: Counting): Place | null {
  const block = blocks[interval.blockIndex];
  if (!block) return null;
  const { traits } = moduleOf(block.format);
  const { last } = at;
  const opensRound = last === null || last.round !== interval.round;
  const opensVisit = opensRound || last.stationIndex !== interval.stationIndex || interval.inserted === true;
  at.set += 1;
  if (opensVisit) at.visit += 1;
  const n = block.stations.length;
  const size = traits.groupSize(block.format, n);
  const before = at.places.at(-1)?.chain;
  const step = before && !opensRound ? before.step + (opensVisit ? 1 : 0) : 1;
  const inGroups = size < n && interval.stationIndex !== null;
  return {
    visit: at.visit,
    visits: 0,
    set: at.set,
    sets: 0,
    opensVisit,
    // In groups the first set of a group opens its round anew.
    opensRound: opensRound || (inGroups && groupOf(last, size) !== groupOf(interval, size)),
    round: interval.round,
    rounds: traits.chain ? null : roundsOf(block.format),
    group: inGroups ? { n: groupOf(interval, size) + 1, of: Math.ceil(n / size), size } : null,
    chain: traits.chain ? { turn: interval.round ?? 1, turns: 0, step, steps: 0 } : null,
  };
}

const groupOf = (interval: Interval | null, size: number) => Math.floor((interval?.stationIndex ?? 0) / size);

/** How many turns an add-on has, and steps in one of them. */
function turnsOf(places: readonly Place[]): (turn: number) => { turns: number; steps: number } {
  const steps = new Map<number, number>();
  for (const { chain } of places) if (chain) steps.set(chain.turn, Math.max(steps.get(chain.turn) ?? 0, chain.step));
  const turns = Math.max(0, ...steps.keys());
  return (turn) => ({ turns, steps: steps.get(turn) ?? 0 });
}
