import type { Plan } from '../../class/index.ts';

/** What several checks ask in the same words. */

export { isMain } from '../balance/index.ts';

/** The level's own of three thresholds. */
export const byLevel = <T>(plan: Pick<Plan, 'level'>, beginner: T, mixed: T, practised: T): T =>
  ({ beginner, mixed, practised })[plan.level];

export const LEVEL_WORDS = { beginner: 'beginners', mixed: 'mixed people', practised: 'practised people' } as const;

/** Seconds from ms, to a tenth. */
export const secondsOf = (ms: number) => Math.round(ms / 100) / 10;

/** "once", "twice", "5 times". */
export const often = (n: number) => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);

/** Names listed: all where there are few, else the first ones and how many more. */
export function listed(names: readonly string[], most = 4): string {
  const shown = [...new Set(names)];
  return shown.length <= most ? shown.join(', ') : `${shown.slice(0, most).join(', ')} and ${shown.length - most} more`;
}

/** Items by a key, in the order the keys are met. */
export function grouped<T>(items: readonly T[], keyOf: (item: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const item of items) {
    const group = groups.get(keyOf(item));
    if (group) group.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return [...groups.values()];
}

/** The first item of each key, in their order. */
export const distinctBy = <T>(items: readonly T[], keyOf: (item: T) => string): T[] =>
  grouped(items, keyOf).flatMap((same) => same.slice(0, 1));
