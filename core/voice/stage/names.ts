import { donesOf, type Plan, waysOf } from '../../class/index.ts';
import type { Interval } from '../../time/index.ts';

/**
 * All names that screens show of a class: its moves, what is swapped in for a round or, with its intervals, for a set of its run, and their
 * other ways.
 */
export function namesShown({ blocks }: Pick<Plan, 'blocks'>, intervals: readonly Interval[] = []): string[] {
  const planned = blocks.flatMap((b) => b.stations.flatMap(donesOf));
  const swapped = intervals.flatMap((i) => Object.values(i.swaps ?? {}));
  return [...new Set([...planned, ...swapped].flatMap((s) => waysOf(s).map((w) => w.name)))];
}
