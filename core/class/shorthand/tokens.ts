import { distance } from 'fastest-levenshtein';
import { formatDuration } from '../values/index.ts';

/** Regular-expression sources for the ways a number is written on a board. */
export const DURATION =
  '(?:\\d{1,2}:\\d{2}:\\d{2}|\\d{1,3}:\\d{2}|\\d+(?:\\.\\d{1,3})?\\s*(?:seconds?|secs?|s)\\b|\\d+(?:[.,]\\d+)?\\s*(?:minutes?|mins?|m)\\b|\\d+(?:\\.\\d{1,3})?)';
export const NUMBER = '\\d{1,4}(?:\\.\\d{1,3})?';
export const QUOTED = '"(?:[^"\\\\\\n]|\\\\.)*"';

/** Reads a duration matched by DURATION; integer ms. A bare number is seconds. */
export function durationMs(text: string): number {
  const t = text.trim().toLowerCase();
  if (t.includes(':')) {
    const seconds = t.split(':').reduce((sum, part) => sum * 60 + Number(part), 0);
    return seconds * 1000;
  }
  const value = Number.parseFloat(t.replace(',', '.'));
  return Math.round(value * (/m/.test(t) ? 60_000 : 1000));
}

/** Writes a duration so that it reads back exactly: bare seconds below 100 s, then m:ss, with a fraction when it has one. */
export function writeDuration(ms: number): string {
  if (ms % 1000 !== 0) return `${ms / 1000}s`;
  return ms < 100_000 ? String(ms / 1000) : formatDuration(ms);
}

const PLAIN = /^\p{L}[^,;[\]"#:\n]*$/u;
const BARE_END = /[^\s]$/;

/** Writes a name as it is when that reads back, else quoted. */
export function writeName(name: string): string {
  const plain = PLAIN.test(name) && BARE_END.test(name) && !/\s{2,}/.test(name);
  return plain ? name : JSON.stringify(name);
}

/** Reads a name written by writeName or by hand, trimmed and cut to a length; it may come out empty. */
export function readName(text: string, maximum = Number.POSITIVE_INFINITY): string {
  return unquoted(text.trim()).trim().slice(0, maximum).trim();
}

/** A text as it stood inside its quotes, spaces and all; one without quotes comes back as it is. */
export function unquoted(text: string): string {
  if (!text.startsWith('"')) return text;
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'string' ? value : text;
  } catch {
    return text.replace(/^"|"$/g, '');
  }
}

/** The word of a list nearest to a mistyped one, at most a third of its letters away; null when none is near. */
export function nearest(word: string, words: readonly string[]): string | null {
  let best: string | null = null;
  let bestDistance = Math.max(1, Math.floor(word.length / 3)) + 1;
  for (const candidate of words) {
    if (Math.abs(candidate.length - word.length) >= bestDistance) continue;
    const d = distance(word.toLowerCase(), candidate.toLowerCase());
    if (d < bestDistance) {
      best = candidate;
      bestDistance = d;
    }
  }
  return best;
}
