import { type Interval, isWork } from '../timeline/index.ts';

/** What comes after an interval: the next work, and the work before. */
export interface Upcoming {
  work: Interval;
  before: Interval | null;
  isLast: boolean;
}

export function upcomingWork(intervals: readonly Interval[], i: number): Upcoming | null {
  const next = intervals[i + 1];
  if (!next || !isWork(next)) return null;
  let before: Interval | null = null;
  for (let j = i; j >= 0 && !before; j--) {
    const candidate = intervals[j];
    if (candidate && isWork(candidate)) before = candidate;
  }
  return { work: next, before, isLast: !hasWorkFrom(intervals, i + 2) };
}

function hasWorkFrom(intervals: readonly Interval[], from: number): boolean {
  for (let i = from; i < intervals.length; i++) {
    const interval = intervals[i];
    if (interval && isWork(interval)) return true;
  }
  return false;
}
