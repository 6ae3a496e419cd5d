import { type Interval, isWork } from '../timeline/index.ts';
import type { RunState } from './state.ts';

/** The set that what is written down now belongs to: the one under way, in a gap the one just done; null before the first. */
export function setNow(state: Pick<RunState, 'intervals' | 'index'>): Interval | null {
  for (let k = Math.min(state.index, state.intervals.length - 1); k >= 0; k--) {
    const interval = state.intervals[k];
    if (interval && isWork(interval)) return interval;
  }
  return null;
}
