import { formatDuration, type Plan, roundsOf } from '../../../core/class/index.ts';
import type { Deviation, DeviationSums } from '../../../core/time/index.ts';
import { type Interval, isBreak, stationAt } from '../../../core/time/index.ts';

/** A few words for a list: "paused 0:45, +0:20, 1 skipped". */
export function countDeviations(sums: DeviationSums): string {
  const { paused, skipped, repeated, extended, shortened, added, endedEarly } = sums;
  const parts: string[] = [];
  if (paused && paused.ms >= 1000) parts.push(`paused ${formatDuration(paused.ms)}`);
  if (skipped) parts.push(`${skipped.count} skipped`);
  if (repeated) parts.push(`${repeated.count} repeated`);
  if (extended) parts.push(`+${formatDuration(extended.ms)} added`);
  if (shortened) parts.push(`${formatDuration(shortened.ms)} taken off`);
  if (added) parts.push(`${added.count} more`);
  if (endedEarly) parts.push(`ended ${formatDuration(endedEarly.ms)} early`);
  return parts.join(', ');
}

/** One deviation as a sentence. */
export function deviationWords(plan: Plan, { kind, interval, ms }: Deviation): string {
  const what = intervalWords(plan, interval);
  const time = formatDuration(ms);
  switch (kind) {
    case 'skipped':
      return `Skipped ${what} with ${time} to go`;
    case 'repeated':
      return `Began ${what} again after ${time}`;
    case 'extended':
      return `Added ${time} to ${what}`;
    case 'shortened':
      return `Took ${time} off ${what}`;
    case 'paused':
      return `Paused ${time} in ${what}`;
    case 'added':
      return `One more interval: ${what}, ${time}`;
    case 'endedEarly':
      return `Ended in ${what}, ${time} before the planned end`;
  }
}

/** An interval as it is named in a sentence: "the rest after Rope slam, round 2". */
export function intervalWords(plan: Plan, interval: Interval): string {
  const block = plan.blocks[interval.blockIndex];
  const move = stationAt(plan, interval)?.move;
  const round =
    interval.round !== null && block && (roundsOf(block.format) ?? 1) > 1 ? `, round ${interval.round}` : '';
  if (interval.kind === 'countIn') return interval.index === 0 ? 'the count-in' : 'the time to get ready';
  if (isBreak(interval))
    return `the break after ${interval.kind === 'blockBreak' ? block?.title : `round ${interval.round}`}`;
  if (interval.kind === 'rest') return `the rest after ${move ?? block?.title}${round}`;
  return `${move ?? block?.title}${round}`;
}
