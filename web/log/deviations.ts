import { formatDuration, type Plan, roundsOf } from '../../core/plan/index.ts';
import type { Deviation } from '../../core/run/index.ts';
import { type Interval, isBreak, stationAt } from '../../core/timeline/index.ts';

/** A few words for a list: "paused 0:45, +0:20, 1 skipped". */
export function countDeviations(deviations: readonly Deviation[]): string {
  const sum = (kind: Deviation['kind']) => deviations.filter((d) => d.kind === kind).reduce((ms, d) => ms + d.ms, 0);
  const count = (kind: Deviation['kind']) => deviations.filter((d) => d.kind === kind).length;
  const parts: string[] = [];
  if (sum('paused') >= 1000) parts.push(`paused ${formatDuration(sum('paused'))}`);
  if (count('skipped')) parts.push(`${count('skipped')} skipped`);
  if (count('repeated')) parts.push(`${count('repeated')} repeated`);
  if (sum('extended')) parts.push(`+${formatDuration(sum('extended'))} added`);
  if (sum('shortened')) parts.push(`${formatDuration(sum('shortened'))} taken off`);
  if (count('endedEarly')) parts.push(`ended ${formatDuration(sum('endedEarly'))} early`);
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
    case 'endedEarly':
      return `Ended in ${what}, ${time} before the planned end`;
  }
}

function intervalWords(plan: Plan, interval: Interval): string {
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
