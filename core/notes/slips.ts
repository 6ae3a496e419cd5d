import { distance } from 'fastest-levenshtein';
import type { Library } from '../moves/index.ts';

/** The words of a library, by their length, to find what a mistyped one was meant to be. */
type Words = ReadonlyMap<number, readonly string[]>;

interface Vocabulary {
  all: ReadonlySet<string>;
  byLength: Words;
  /** Words that were looked for, with what was found. */
  found: Map<string, string | null>;
  names: Map<string, Mended>;
}

/** A name with its slips mended; each slip with what it was taken for. */
interface Mended {
  name: string;
  slips: [string, string][];
}
const kept = new WeakMap<object, Vocabulary>();
/** Words remembered before all are forgotten. */
const MOST_FOUND = 4000;

/** Words that are no part of a move's name but right as they are. */
const RIGHT = new Set(
  'again around before beginners behind better breathe bring build chairs change chest class cones could count doing easier every exercise facing first floor great grips group hands harder have hips home keep keeping last lead left light lower lunch maybe middle minute moves music never next once other others outside pairs partner people place playlist please ready relay right round rounds short should side sides slow slower small space spare speed spread stage start station stations stay steps still strong switch tempo thanks their there these thing things think those three through times today together towel until upper using watch water weeks while whole with without work works would write years'.split(
    ' ',
  ),
);

function wordsOf(library: Library): Vocabulary {
  const before = kept.get(library);
  if (before) return before;
  const all = new Set(
    library.moves.flatMap((m) => [m.name, ...m.aliases].flatMap((n) => n.toLowerCase().split(/[^\p{L}\d]+/u))),
  );
  for (const word of [...all]) if (word.length > 3 && !word.endsWith('s')) all.add(`${word}s`);
  const byLength = new Map<number, string[]>();
  for (const word of all) if (word.length >= 4) byLength.set(word.length, [...(byLength.get(word.length) ?? []), word]);
  const words: Vocabulary = { all, byLength, found: new Map(), names: new Map() };
  kept.set(library, words);
  return words;
}

/** The letters of a word, each run of one letter as one, without its vowels: what is left of it when it is typed in haste. */
const bones = (word: string) => word.replace(/(.)\1+/g, '$1');

/**
 * The word of the library that a mistyped one was meant to be; null where it is right, or nothing is near: one slip in five letters
 * or more, two in nine or more.
 */
export function meantBy(word: string, library: Library): string | null {
  const typed = word.toLowerCase();
  const { all, byLength, found } = wordsOf(library);
  if (!/^\p{L}{4,}$/u.test(typed) || all.has(typed) || RIGHT.has(typed)) return null;
  const before = found.get(typed);
  if (before !== undefined) return before;
  if (found.size > MOST_FOUND) found.clear();
  const meant = nearest(typed, byLength);
  found.set(typed, meant);
  return meant;
}

function nearest(typed: string, byLength: Words): string | null {
  let best: { word: string; cost: number } | null = null;
  for (let length = typed.length - 2; length <= typed.length + 2; length++)
    for (const candidate of byLength.get(length) ?? []) {
      const longest = Math.max(typed.length, candidate.length);
      const most = longest >= 9 ? 2 : longest >= 5 ? 1 : 0;
      const slips = swapped(typed, candidate) || bones(typed) === bones(candidate) ? 1 : distance(typed, candidate);
      // The first letter is seldom wrong.
      const cost = slips + (typed[0] === candidate[0] ? 0 : 0.5) + (typed.at(-1) === candidate.at(-1) ? 0 : 0.1);
      if (slips <= most && (best === null || cost < best.cost)) best = { word: candidate, cost };
    }
  return best && best.cost < 1.5 + (typed.length >= 8 ? 1 : 0) ? best.word : null;
}

/** Two neighbouring letters exchanged. */
function swapped(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  const at = [...a].findIndex((c, k) => c !== b[k]);
  return at >= 0 && a[at] === b[at + 1] && a[at + 1] === b[at] && a.slice(at + 2) === b.slice(at + 2);
}

/** A name with its slips mended, in the case it was typed. */
export function mended(name: string, library: Library): Mended {
  const { names } = wordsOf(library);
  const before = names.get(name);
  if (before) return before;
  if (names.size > MOST_FOUND) names.clear();
  const now = mend(name, library);
  names.set(name, now);
  return now;
}

function mend(name: string, library: Library): Mended {
  if (library.read(name).kind === 'known') return { name, slips: [] };
  const slips: [string, string][] = [];
  const whole = name.replace(/\p{L}{4,}/gu, (word) => {
    const meant = meantBy(word, library);
    if (meant === null) return word;
    const cased = /^\p{Lu}/u.test(word) ? meant.charAt(0).toUpperCase() + meant.slice(1) : meant;
    slips.push([word, cased]);
    return cased;
  });
  return { name: whole, slips };
}
