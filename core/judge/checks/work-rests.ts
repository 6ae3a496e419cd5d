import type { Block } from '../../class/index.ts';
import { isBreak, isWork } from '../../time/index.ts';
import type { CheckContext } from './types.ts';

/** A stretch of work and what rest follows it before the next. */
export interface WorkRest {
  workMs: number;
  restMs: number;
}

/** Long enough between two sets to count as one stretch of work no more, ms. */
const APART_MS = 1000;

/**
 * The stretches of work of a block with the rests after them: breaks between rounds are none, but where a round has no rest in it
 * the break is its rest. What follows the last stretch counts to nothing.
 */
export function workRestsOf({ timeline, plan }: CheckContext, block: Block): WorkRest[] {
  const own = timeline.intervals.filter((i) => plan.blocks[i.blockIndex] === block && i.kind !== 'blockBreak');
  const rests = own.some((i) => i.kind === 'rest' && i.durationMs >= APART_MS);
  const workRests: WorkRest[] = [];
  let open: WorkRest | null = null;
  for (const i of own) {
    if (isWork(i)) {
      if (open && open.restMs === 0) open.workMs += i.durationMs;
      else {
        open = { workMs: i.durationMs, restMs: 0 };
        workRests.push(open);
      }
    } else if (open && isBreak(i) && rests) open = null;
    else if (open) open.restMs += i.durationMs;
  }
  return workRests;
}

/** Work against rest over stretches that are followed by some; infinite where nothing is, null where there is one stretch alone. */
export function ratioOf(workRests: readonly WorkRest[]): number | null {
  const rested = workRests.filter((b) => b.restMs > 0);
  if (rested.length === 0) return workRests.length > 1 ? Number.POSITIVE_INFINITY : null;
  return rested.reduce((s, b) => s + b.workMs, 0) / rested.reduce((s, b) => s + b.restMs, 0);
}
