import { type Interval, isWork } from '../timeline/index.ts';

/** What comes after an interval: the next work, and the work before. */
export interface Upcoming {
  work: Interval;
  before: Interval | null;
  isLast: boolean;
}

export function upcomingWork(intervals: readonly Interval[], i: number): Upcoming | null {
  // What there is to get ready after a wait belongs to the wait.
  const at = i + 1 < intervals.length && intervals[i + 1]?.kind === 'countIn' ? i + 2 : i + 1;
  const next = intervals[at];
  if (!next || !isWork(next)) return null;
  let before: Interval | null = null;
  for (let j = i; j >= 0 && !before; j--) {
    const candidate = intervals[j];
    if (candidate && isWork(candidate)) before = candidate;
  }
  return { work: next, before, isLast: !hasWorkFrom(intervals, at + 1) };
}

function hasWorkFrom(intervals: readonly Interval[], from: number): boolean {
  for (let i = from; i < intervals.length; i++) {
    const interval = intervals[i];
    if (interval && isWork(interval)) return true;
  }
  return false;
}
