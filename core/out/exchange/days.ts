/*
 * Days as people write them in tables.
 */

/** Whether numbers of a day stand day or month first; `either` where nothing tells. */
export type DayOrder = 'dayFirst' | 'monthFirst' | 'either';

const NUMBERS = /(?<![\d])(\d{1,2})[./-](\d{1,2})(?:[./-](\d{2,4}))?(?![\d])/;
const MONTHS = 'jan feb mar apr may jun jul aug sep oct nov dec'.split(' ');

/** Tells from all days of a table in which order they are: a number over 12 is a day. */
export function dayOrderOf(texts: readonly string[]): DayOrder {
  const pairs = texts.flatMap((text) => {
    const m = /^\d{4}/.test(text.trim()) ? null : NUMBERS.exec(text);
    return m ? [[Number(m[1]), Number(m[2])] as const] : [];
  });
  if (pairs.length === 0 || pairs.some(([a]) => a > 12)) return 'dayFirst';
  return pairs.some(([, b]) => b > 12) ? 'monthFirst' : 'either';
}

/**
 * A day as it is written ("2026-11-03", "3/11/26", "Tue 3 Nov", "Nov 3, 2026") as YYYY-MM-DD; null where it is none.
 * @param today a day without a year is the last one up to it
 */
export function dayOf(text: string, order: DayOrder, today: string): string | null {
  const t = text.trim().toLowerCase();
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})/.exec(t);
  if (iso) return made(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const month = MONTHS.findIndex((m) => new RegExp(`\\b${m}[a-z]*\\b`).test(t)) + 1;
  if (month > 0) {
    const numbers = t.match(/\d+/g)?.map(Number) ?? [];
    const day = numbers.find((n) => n >= 1 && n <= 31);
    const year = numbers.find((n) => n > 31) ?? (numbers.length > 1 ? 2000 + (numbers.at(-1) ?? 0) : null);
    return day === undefined ? null : withYear(year, month, day, today);
  }
  const m = NUMBERS.exec(t);
  if (!m) return null;
  const [a, b] = order === 'monthFirst' ? [m[2], m[1]] : [m[1], m[2]];
  const year = m[3] === undefined ? null : Number(m[3]) < 100 ? 2000 + Number(m[3]) : Number(m[3]);
  return withYear(year, Number(b), Number(a), today);
}

function withYear(year: number | null, month: number, day: number, today: string): string | null {
  if (year !== null) return made(year, month, day);
  const now = Number(today.slice(0, 4));
  const here = made(now, month, day);
  return here !== null && here > today ? made(now - 1, month, day) : here;
}

function made(year: number, month: number, day: number): string | null {
  const date = new Date(Date.UTC(year, month - 1, day));
  const isDay = date.getUTCMonth() === month - 1 && date.getUTCDate() === day && year >= 1970 && year <= 2100;
  return isDay ? date.toISOString().slice(0, 10) : null;
}
