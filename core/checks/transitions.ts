import { type Move, moveOf } from '../moves/index.ts';
import type { Block, Station } from '../plan/index.ts';
import { type Interval, isWork, stationAt } from '../timeline/index.ts';
import type { CheckContext } from './types.ts';

/** A move with what is held for it. */
type Held = Move & { weightKg: number | undefined };

/** From the end of one work interval to the start of the next. */
export interface Transition {
  from: Interval;
  to: Interval;
  fromStation: Station;
  toStation: Station;
  /** The moves with the kit of their stations; plain where nothing is known of them. */
  fromMove: Held;
  toMove: Held;
  /** Both moves are known. */
  known: boolean;
  fromBlock: Block;
  toBlock: Block;
  gapMs: number;
}

/** Every change between two stations of the class, in order; complexes, which flow, have none. */
export function transitionsOf({ plan, timeline, library }: CheckContext): Transition[] {
  const found: Transition[] = [];
  let from: Interval | null = null;
  for (const to of timeline.intervals) {
    if (!isWork(to)) {
      if (to.untilTap) from = null;
      continue;
    }
    const made = from ? transition(plan, library, from, to) : null;
    if (made) found.push(made);
    from = to;
  }
  return found;
}

function transition(
  plan: CheckContext['plan'],
  library: CheckContext['library'],
  from: Interval,
  to: Interval,
): Transition | null {
  const [fromStation, toStation] = [stationAt(plan, from), stationAt(plan, to)];
  const [fromBlock, toBlock] = [plan.blocks[from.blockIndex], plan.blocks[to.blockIndex]];
  if (!fromStation || !toStation || !fromBlock || !toBlock) return null;
  const known = (station: Station) => library.get(station.move) !== null;
  const moveAt = (station: Station) => {
    const move = moveOf(library, station.move);
    return { ...move, ...(station.kit ? { kit: station.kit } : {}), weightKg: station.weightKg };
  };
  return {
    from,
    to,
    fromStation,
    toStation,
    fromMove: moveAt(fromStation),
    toMove: moveAt(toStation),
    known: known(fromStation) && known(toStation),
    fromBlock,
    toBlock,
    gapMs: to.startMs - from.startMs - from.durationMs,
  };
}

export { isMain } from '../balance/index.ts';
