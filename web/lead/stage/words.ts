import { formatDuration } from '../../../core/class/index.ts';
import { timeOfDay } from '../../base/index.ts';

/** Time left as it is counted down: 40 is shown until the first second is over, m:ss from a minute on. */
export function countdown(ms: number): string {
  const s = Math.ceil(ms / 1000);
  return s < 60 ? String(s) : formatDuration(s * 1000);
}

/** The local time of day of an instant (ms since 1970) to the second, 18:05:30. */
export const timeOfDayExact = (ms: number) => `${timeOfDay(ms)}:${String(new Date(ms).getSeconds()).padStart(2, '0')}`;
