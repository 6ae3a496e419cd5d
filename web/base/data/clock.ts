import { formatClock, parseClock } from '../../../core/class/index.ts';
import { useLibrary } from './library-store.ts';
import { timeOfDay } from './local-time.ts';

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

/** The local time of day of an instant (ms since 1970) as the club shows it. */
export const clockAt = (ms: number) => timeWords(timeOfDay(ms));
