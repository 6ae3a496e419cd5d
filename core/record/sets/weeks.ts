import { type Balance, balanceOfWork, sumBalances, type WorkSum } from '../../judge/index.ts';
import type { BodyPart, Library } from '../../moves/index.ts';
import { addDays, daysBetween, mondayOf } from '../calendar/index.ts';
import { sessionLoad, type WeekLoad, weekLoad } from './load.ts';

/** The sums of a run that weeks are made of. */
export interface SessionSums {
  /** The local day it began, YYYY-MM-DD. */
  day: string;
  totalMs: number;
  /** 0 to 10; null where nobody said. */
  effort: number | null;
  /** Working time as it was done. */
  work: readonly WorkSum[];
}

/** A week from Monday to Sunday. */
export interface Week {
  monday: string;
  sessions: number;
  /** ms of whole sessions. */
  totalMs: number;
  /** Sessions of which nobody said how hard they were: their load is not known and not in the sums. */
  withoutEffort: number;
  load: WeekLoad;
  balance: Balance;
}

/** The weeks from the first session to the last, those between that had none among them; the earliest first. */
export function weeksOf(sessions: readonly SessionSums[], library: Library): Week[] {
  const mondays = sessions.map((s) => mondayOf(s.day)).sort();
  const [first, last] = [mondays[0], mondays.at(-1)];
  if (first === undefined || last === undefined) return [];
  const count = daysBetween(first, last) / 7 + 1;
  return Array.from({ length: count }, (_, k) => weekOf(addDays(first, 7 * k), sessions, library));
}

/** One week, whatever there was in it. */
export function weekOf(monday: string, sessions: readonly SessionSums[], library: Library): Week {
  const days = Array.from({ length: 7 }, (_, k) => addDays(monday, k));
  const own = sessions.filter((s) => days.includes(s.day));
  const loadOn = (day: string) =>
    own.reduce((sum, s) => sum + (s.day === day && s.effort !== null ? sessionLoad(s.effort, s.totalMs) : 0), 0);
  return {
    monday,
    sessions: own.length,
    totalMs: own.reduce((sum, s) => sum + s.totalMs, 0),
    withoutEffort: own.filter((s) => s.effort === null).length,
    load: weekLoad(days.map(loadOn)),
    balance: sumBalances(own.map((s) => balanceOfWork(s.work, library))),
  };
}

/** A part of the body worked on two days with less than a day between. */
export interface Close {
  part: BodyPart;
  days: readonly [string, string];
  /** Whole days from one to the other: 0 is the same day, 1 the next. */
  apart: number;
}

/** From so much working time of a session a part of the body counts as worked. */
export const WORKED_FROM_MS = 120_000;

/**
 * The parts that were worked twice within two days running, the earliest first ("lower body twice in 24 h"). Work of the heart
 * is left out: every class has some.
 */
export function closeTogether(sessions: readonly SessionSums[], library: Library, fromMs = WORKED_FROM_MS): Close[] {
  const ordered = [...sessions].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  const last = new Map<BodyPart, string>();
  const found: Close[] = [];
  for (const { day, work } of ordered) {
    const { parts } = balanceOfWork(work, library);
    for (const part of Object.keys(parts) as BodyPart[]) {
      if (part === 'heart' || parts[part] < fromMs) continue;
      const before = last.get(part);
      if (before !== undefined && daysBetween(before, day) <= 1)
        found.push({ part, days: [before, day], apart: daysBetween(before, day) });
      last.set(part, day);
    }
  }
  return found;
}
