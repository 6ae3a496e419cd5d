import type { Block } from '../plan/index.ts';
import type { EndRequest } from '../propose/index.ts';
import type { CheckContext } from './types.ts';

/** What warm-up and cool-down are judged by alike. */

/** The length of some blocks together, ms. */
export function lengthOf({ plan, totals }: CheckContext, which: (block: Block, k: number) => boolean): number {
  return plan.blocks.reduce((sum, b, k) => sum + (which(b, k) ? (totals.blocks[k]?.totalMs ?? 0) : 0), 0);
}

/** What a proposal is made from. */
export const proposed = ({ plan, library, kitRoom, thresholds }: CheckContext, lengthMs: number): EndRequest => ({
  plan,
  library,
  kitRoom,
  lengthMs,
  coverFromMs: thresholds.coverFromS * 1000,
});
