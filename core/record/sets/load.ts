import type { Closing } from '../../time/index.ts';

/*
 * Session load and what is made of it over a week, as C. Foster put them: "Monitoring training in athletes with reference to overtraining
 * syndrome", Med. Sci. Sports Exerc. 30 (1998) 1164. They describe what was done; nothing is foretold from them.
 */

/** The effort of a class, 0 to 10, and who said so. */
export interface SessionEffort {
  effort: number;
  by: 'instructor' | 'squads' | 'people';
  /** How many said so. */
  said: number;
}

/**
 * How hard a class was as a whole: the mean of what its people said; else of what its squads said; else what the instructor
 * said; null where nobody did. Foster asks those who did the session.
 */
export function sessionEffort({ effort, felt }: Pick<Closing, 'effort' | 'felt'>): SessionEffort | null {
  const kinds = [
    ['people', felt.filter((f) => f.person !== undefined)],
    ['squads', felt.filter((f) => f.person === undefined && f.squad !== null)],
  ] as const;
  for (const [by, list] of kinds)
    if (list.length > 0)
      return { effort: list.reduce((sum, f) => sum + f.effort, 0) / list.length, by, said: list.length };
  return effort === null ? null : { effort, by: 'instructor', said: 1 };
}

/** Session load in arbitrary units: RPE (0 to 10) × minutes of the whole session (Foster 1998). */
export const sessionLoad = (effort: number, totalMs: number) => (effort * totalMs) / 60_000;

/** A week of loads; all in arbitrary units. */
export interface WeekLoad {
  /** Σ of the seven daily loads. */
  sum: number;
  mean: number;
  /** Mean of the seven daily loads ÷ their standard deviation; null where all days are alike: there it has no value. */
  monotony: number | null;
  /** Sum × monotony; null with it. */
  strain: number | null;
}

/**
 * The load of a week out of its seven daily loads, days without a class 0. The standard deviation is that of a sample (n − 1), as
 * table programs give it by STDEV.
 */
export function weekLoad(daily: readonly number[]): WeekLoad {
  const n = daily.length;
  const sum = daily.reduce((total, load) => total + load, 0);
  const mean = n === 0 ? 0 : sum / n;
  const variance = n < 2 ? 0 : daily.reduce((total, load) => total + (load - mean) ** 2, 0) / (n - 1);
  // Seven equal numbers may differ in their last bit.
  const sd = Math.sqrt(variance);
  const monotony = sd > 1e-9 * Math.max(1, mean) ? mean / sd : null;
  return { sum, mean, monotony, strain: monotony === null ? null : sum * monotony };
}
