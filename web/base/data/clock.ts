import { format } from 'date-fns';
import { formatClock, parseClock } from '../../../core/class/index.ts';
import { useLibrary } from './library-store.ts';

const isTwelve = () => useLibrary.getState().habits.clock === '12';

/** A time of day, ms from midnight, as the club shows it: 18:05 or 6:05 pm. */
export function clockOf(ms: number): string {
  if (!isTwelve()) return formatClock(ms);
  const minutes = Math.floor(ms / 60_000) % 1440;
  const hours = Math.floor(minutes / 60);
  return `${hours % 12 === 0 ? 12 : hours % 12}:${String(minutes % 60).padStart(2, '0')} ${hours < 12 ? 'am' : 'pm'}`;
}

/** A stored time of day, HH:MM, as the club shows it; empty where it is not known. */
export function timeWords(time: string | null): string {
  const ms = time === null ? null : parseClock(time);
  return ms === null ? '' : clockOf(ms);
}

/** A day, YYYY-MM-DD, in words by a pattern of date-fns. */
export const dayWords = (day: string, pattern: string) => format(new Date(`${day}T12:00`), pattern);

/** The local day of an instant, YYYY-MM-DD; today where none is given. */
export const dayOf = (at: number | string = Date.now()) => format(new Date(at), 'yyyy-MM-dd');

/** The local time of day of an instant (ms since 1970) as the club shows it. */
export const clockAt = (ms: number) => format(ms, isTwelve() ? 'h:mm a' : 'HH:mm').toLowerCase();
