/*
 * Days of the calendar as YYYY-MM-DD: a day is a day, whatever the clock does in it. Counted in whole days since 1970, as in UTC.
 */

const DAY_MS = 86_400_000;
const msOf = (day: string) => Date.parse(`${day}T00:00:00Z`);

/** Whether a text is a day that exists. */
export const isDay = (text: string): boolean =>
  /^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(msOf(text)) && dayAt(msOf(text)) === text;

const dayAt = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** The day so many days later; earlier when negative. */
export const addDays = (day: string, days: number): string => dayAt(msOf(day) + days * DAY_MS);

/** Whole days from one to another; negative when it is earlier. */
export const daysBetween = (from: string, to: string): number => Math.round((msOf(to) - msOf(from)) / DAY_MS);

/** 1 for Monday to 7 for Sunday, as ISO 8601 counts them. */
export const weekdayOf = (day: string): number => ((new Date(msOf(day)).getUTCDay() + 6) % 7) + 1;

/** The Monday of a day's week. */
export const mondayOf = (day: string): string => addDays(day, 1 - weekdayOf(day));

/** The first day of a day's month. */
export const firstOfMonth = (day: string): string => `${day.slice(0, 8)}01`;

/** The first day of the month so many months later. */
export function addMonths(day: string, months: number): string {
  const [year = 1970, month = 1] = day.split('-').map(Number);
  return dayAt(Date.UTC(year, month - 1 + months, 1));
}

/** The days of whole weeks that hold a month, Monday first. */
export function monthWeeks(day: string): string[][] {
  const first = firstOfMonth(day);
  const end = addMonths(first, 1);
  const weeks: string[][] = [];
  for (let monday = mondayOf(first); monday < end; monday = addDays(monday, 7))
    weeks.push(Array.from({ length: 7 }, (_, k) => addDays(monday, k)));
  return weeks;
}
