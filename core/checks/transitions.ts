import type { Move } from '../moves/index.ts';
import { plainMove } from '../moves/index.ts';
import type { Block, Station } from '../plan/index.ts';
import { type Interval, isWork, stationAt } from '../timeline/index.ts';
import type { CheckContext } from './types.ts';

/** From the end of one work interval to the start of the next. */
export interface Transition {
  from: Interval;
  to: Interval;
  fromStation: Station;
  toStation: Station;
  fromMove: Move;
  toMove: Move;
  /** The library knows both moves. */
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
  const [a, b] = [library.get(fromStation.move), library.get(toStation.move)];
  return {
    from,
    to,
    fromStation,
    toStation,
    fromMove: a ?? plainMove(fromStation.move),
    toMove: b ?? plainMove(toStation.move),
    known: a !== null && b !== null,
    fromBlock,
    toBlock,
    gapMs: to.startMs - from.startMs - from.durationMs,
  };
}

export { isMain } from '../balance/index.ts';
