import * as v from 'valibot';

/*
 * Every text from outside is well formed: no NUL, which no PostgreSQL stores, and no half of a surrogate pair. Lengths count
 * code points, so that an emoji is one, and is never cut in two.
 */

const ILL_FORMED = /[\0\p{Surrogate}]/u;

/** Whether a text may be stored: no NUL and no half surrogate pair in it. */
export const isWellFormed = (text: string) => !ILL_FORMED.test(text);

/** Whether a text has at most `most` code points; a code point is one or two of its units. */
function isWithin(text: string, most: number): boolean {
  if (text.length <= most) return true;
  if (text.length > 2 * most) return false;
  return [...text].length <= most;
}

/** The first `most` code points of a text as it is being typed; what is ill formed in it becomes U+FFFD. */
export function clipTyped(text: string, most: number): string {
  const sound = repaired(text);
  return isWithin(sound, most) ? sound : [...sound].slice(0, most).join('');
}

/** The first `most` code points of a text, well formed, without space at its ends. */
export const clipText = (text: string, most: number) => clipTyped(text.trim(), most).trim();

/** A text with U+FFFD in the place of everything ill formed; as long as it was. */
export const repaired = (text: string) => text.replace(/[\0\p{Surrogate}]/gu, '\uFFFD');

/** A name with words behind it (` copy`), the name cut where both are longer than `most` code points together. */
export const clipBefore = (name: string, suffix: string, most: number) =>
  clipText(name, most - [...suffix].length) + suffix;

/** A name as a word by itself, as it is written, wherever it stands: no letter or digit stands right before or after it. */
export const asWord = (name: string) =>
  new RegExp(`(?<![\\p{L}\\p{N}])${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\p{L}\\p{N}])`, 'gu');

/** A text with its first letter large. */
export const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

const sound = v.check(isWellFormed, 'A character in this text is broken');
/** Length by code points, as JSON Schema's maxLength counts; `maxCodePoints` tells it to whoever describes the schema. */
const within = (most: number) => ({
  ...v.check((text: string) => isWithin(text, most), `At most ${most} characters, please`),
  maxCodePoints: most,
});

/** A text of at most `most` code points. */
export const text = (most: number) => v.pipe(v.string(), sound, within(most));

/** A text of 1 to `most` code points, taken without the space at its ends. */
export const name = (most: number) => v.pipe(v.string(), sound, v.trim(), v.minLength(1), within(most));

/** Where in a parsed JSON value a text is ill formed, its keys included; null when none is. */
export function illFormedAt(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return isWellFormed(value) ? null : path || '(the whole document)';
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, inner] of Object.entries(value)) {
    const at = Array.isArray(value) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`;
    if (!isWellFormed(key)) return path || '(the whole document)';
    const found = illFormedAt(inner, at);
    if (found !== null) return found;
  }
  return null;
}

/** A JSON value with every text in it well formed; the value itself where all are. */
export function wellFormed<T>(value: T): T {
  return illFormedAt(value) === null ? value : (repairedIn(value) as T);
}

function repairedIn(value: unknown): unknown {
  if (typeof value === 'string') return repaired(value);
  if (Array.isArray(value)) return value.map(repairedIn);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [repaired(key), repairedIn(inner)]));
}
