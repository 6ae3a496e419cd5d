import * as v from 'valibot';

/** The longest single duration a document may hold: four hours, in milliseconds. */
export const MAX_MS = 14_400_000;

/** A duration in integer ms, from a minimum to four hours. */
export const ms = (minimum = 0, maximum = MAX_MS) =>
  v.pipe(v.number(), v.integer(), v.minValue(minimum), v.maxValue(maximum));

/** A whole number within bounds. */
export const count = (minimum: number, maximum: number) =>
  v.pipe(v.number(), v.integer(), v.minValue(minimum), v.maxValue(maximum));

/** The id of a class, a block, a station or a thing in the room. */
export const documentId = v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{1,64}$/));

/** A time of day, HH:MM. */
export const clock = v.pipe(v.string(), v.regex(/^([01]\d|2[0-3]):[0-5]\d$/));

/** Whether two JSON values say the same; a key that is undefined is one that is not there. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b))
    return Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((x, k) => same(x, b[k]));
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  return Object.keys({ ...x, ...y }).every((key) => same(x[key], y[key]));
}
