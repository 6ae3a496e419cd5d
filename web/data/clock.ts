import { format } from 'date-fns';
import { formatClock } from '../../core/plan/index.ts';
import { useLibrary } from './library-store.ts';

const isTwelve = () => useLibrary.getState().habits.clock === '12';

/** A time of day, ms from midnight, as the club shows it: 18:05 or 6:05 pm. */
export function clockOf(ms: number): string {
  if (!isTwelve()) return formatClock(ms);
  const minutes = Math.floor(ms / 60_000) % 1440;
  const hours = Math.floor(minutes / 60);
  return `${hours % 12 === 0 ? 12 : hours % 12}:${String(minutes % 60).padStart(2, '0')} ${hours < 12 ? 'am' : 'pm'}`;
}

/** The local time of day of an instant (ms since 1970) as the club shows it. */
export const clockAt = (ms: number) => format(ms, isTwelve() ? 'h:mm a' : 'HH:mm').toLowerCase();
