/** The formulas for the highest heart rate, beats a minute; `spread` is one standard deviation either way, null for a measured rate. */
export const MAX_FORMULAS = {
  tanaka: { words: '208 \u2212 0.7 \u00d7 age (Tanaka 2001)', of: (age: number) => 208 - 0.7 * age, spread: 10 },
  gellish: { words: '207 \u2212 0.7 \u00d7 age (Gellish 2007)', of: (age: number) => 207 - 0.7 * age, spread: 8 },
  fox: { words: '220 \u2212 age (Fox 1971)', of: (age: number) => 220 - age, spread: 12 },
} as const;
export type MaxFormula = keyof typeof MAX_FORMULAS;
export const MAX_FORMULA_NAMES = Object.keys(MAX_FORMULAS) as MaxFormula[];

/** Somebody's highest heart rate: measured, or by age; without either, the formula at `USUAL_AGE`. */
export interface HeartOf {
  ownMax?: number | undefined;
  age?: number | undefined;
}

/** An age that is taken where none is said: it is told that it is not known. */
export const USUAL_AGE = 40;

/** The highest rate, and how far it may be off: one standard deviation of the formula, more by half where the age is not known, 0 where it was measured. */
export function maxOf({ ownMax, age }: HeartOf, formula: MaxFormula): { bpm: number; spread: number } {
  if (ownMax !== undefined) return { bpm: ownMax, spread: 0 };
  const { of, spread } = MAX_FORMULAS[formula];
  return { bpm: Math.round(of(age ?? USUAL_AGE)), spread: age === undefined ? spread * 1.5 : spread };
}

/** The zones as shares of the highest rate, from below: 50, 60, 70, 80, 90 % (Edwards 1993). Below the first is no zone: 0. */
export const ZONE_SHARES = [0.5, 0.6, 0.7, 0.8, 0.9] as const;
export const ZONES = [1, 2, 3, 4, 5] as const;

/** The zone of a share of the highest rate: 0 to 5. */
export const zoneOf = (share: number): number => ZONE_SHARES.filter((from) => share >= from).length;

/** Edwards' load: minutes in each zone times its number, summed over zones 1 to 5. */
export const edwardsLoad = (zonesMs: readonly number[]): number =>
  zonesMs.reduce((sum, ms, k) => sum + (ms / 60_000) * (k + 1), 0);
