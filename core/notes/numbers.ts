/** Numbers and times as people write them: in digits, in words, with any of the usual signs for seconds and minutes. */

const UNITS =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  );
const TENS = 'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ');
const WORDS = new Map<string, number>([
  ...UNITS.map((word, k) => [word, k] as const),
  ...TENS.map((word, k) => [word, (k + 2) * 10] as const),
]);

const NUMBER_WORD = new RegExp(
  `(?<![\\p{L}\\d])(?:(?:${TENS.join('|')})[ -](?:${UNITS.slice(1, 10).join('|')})|${[...WORDS.keys()].sort((a, b) => b.length - a.length).join('|')})(?![\\p{L}\\d])`,
  'gu',
);

/** Stands behind the digits of a number that was written in words, so that the text stays as long as it was. */
const FILL = '_';

/**
 * A text in small letters with its numbers up to ninety-nine in digits, letter for letter: what is looked for in it need know no words
 * for numbers. To spell them out in every pattern costs seconds until all are compiled.
 */
export const inDigits = (text: string): string =>
  text.replace(NUMBER_WORD, (words) =>
    String(words.split(/[ -]/).reduce((sum, word) => sum + (WORDS.get(word) ?? 0), 0)).padEnd(words.length, FILL),
  );

/** The source of a pattern with the words for numbers in it as `inDigits` has them. */
export const sourceInDigits = (source: string): string =>
  source.replace(
    /(?<![\p{L}\\])(?:zero|one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|thirty|forty|fifty|sixty)(?!\p{L})/gu,
    (word) => `${WORDS.get(word)}${FILL}*`,
  );

/** Where a number that began in words ends: behind what fills it up. */
export function endOfNumber(text: string, at: number): number {
  let to = at;
  while (text[to] === FILL) to += 1;
  return to;
}

/** The source of a number: digits with a point or a comma, as `inDigits` has them. */
export const NUMBER = `\\d{1,4}(?:[.,]\\d{1,2})?${FILL}*`;

/** A number matched by NUMBER. */
export const numberOf = (text: string): number => Number(withoutFill(text).trim().replace(',', '.')) || 0;

const withoutFill = (text: string) => text.replaceAll(FILL, '');

const SECONDS = `(?:s|secs?|seconds?)\\b|[\u2033"]|''|\u2019\u2019`;
const MINUTES = "(?:mins?|minutes?)\\b|[\u2032'\u2019](?![\\p{L}'\u2019])";
/** The source of a length of time that says its unit, or m:ss. */
export const TIME = `(?:\\d{1,2}:\\d{2}(?![\\d:])|\\d{1,2} ?m ?\\d{1,2} ?s?\\b|${NUMBER} ?-?(?:${MINUTES})(?: ?(?:and )?(?:${NUMBER} ?(?:${SECONDS})|\\d{2}\\b|a half\\b))?|${NUMBER} and a half (?:${MINUTES})|${NUMBER} ?-?(?:${SECONDS})|(?:half a|a half|half) (?:${MINUTES})|(?:an?|the) (?:${MINUTES}))`;
/** A time, or a bare number that is one by the word beside it. */
export const TIME_OR_NUMBER = `(?:${TIME}|${NUMBER})`;

const isUnit = (source: string, text: string) => new RegExp(`^(?:${source})`, 'iu').test(text);

/**
 * A time matched by TIME or TIME_OR_NUMBER, ms.
 * @param bare what a number without a unit counts in
 */
export function timeOf(text: string, bare: 'seconds' | 'minutes' = 'seconds'): number {
  const t = withoutFill(text).trim().toLowerCase();
  const clock = /^(\d{1,2}):(\d{2})$/.exec(t) ?? /^(\d{1,2}) ?m ?(\d{1,2}) ?s?$/.exec(t);
  if (clock) return (Number(clock[1]) * 60 + Number(clock[2])) * 1000;
  if (/^(?:half a|a half|half) /.test(t)) return 30_000;
  if (/^(?:an?|the) /.test(t)) return 60_000;
  const number = new RegExp(`^${NUMBER}`, 'iu').exec(t)?.[0] ?? '0';
  const rest = t.slice(number.length).replace(/^[ -]+/, '');
  const value = numberOf(number);
  if (/^and a half/.test(rest)) return (value + 0.5) * 60_000;
  if (rest === '') return value * (bare === 'minutes' ? 60_000 : 1000);
  if (!isUnit(MINUTES, rest)) return value * 1000;
  const more = /(?:and )?(?:(a half)|(\S+) ?[^\d\s]*)$/.exec(rest.replace(new RegExp(`^(?:${MINUTES}) ?`, 'iu'), ''));
  const extra = more?.[1] ? 30 : more?.[2] ? numberOf(/^\d+|^\p{L}+/u.exec(more[2])?.[0] ?? '0') : 0;
  return value * 60_000 + extra * 1000;
}

/** Whether a text matched by TIME_OR_NUMBER says its unit. */
export const saysUnit = (text: string): boolean => !new RegExp(`^${NUMBER}$`, 'iu').test(text.trim());
