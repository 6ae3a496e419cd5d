import { distance } from 'fastest-levenshtein';
import { STEMS } from './lexicon.ts';
import type { Move } from './schema.ts';

/** Words by their length. */
type Words = ReadonlyMap<number, readonly string[]>;

/** A name with its slips mended; each slip with what it was taken for. */
export interface Mended {
  name: string;
  slips: [string, string][];
}

/** Words remembered before all are forgotten. */
const MOST_FOUND = 4000;
/** What a word's use counts for at most, in slips. */
const OFTEN = 0.3;

/** Words that are no part of a move's name but right as they are. */
const RIGHT = new Set(
  'shape again around before beginners behind better breathe bring build chairs change chest class cones could count doing easier every exercise facing first floor great grips group hands harder have hips home keep keeping last lead left light lower lunch maybe middle minute moves music never next once other others outside pairs partner people place playlist please ready relay right round rounds short should side sides slow slower small space spare speed spread stage start station stations stay steps still strong switch tempo thanks their there these thing things think those three through times today together towel until upper using watch water weeks while whole with without work works would write years'.split(
    ' ',
  ),
);

/** The words that the names of some moves are made of, to find what a mistyped one was meant to be. */
export class Vocabulary {
  /** How often each word stands in a name; a plural that stands in none is none the less a word. */
  private readonly uses = new Map<string, number>();
  private readonly byLength: Words;
  /** Words that were looked for, with what was found. */
  private readonly found = new Map<string, string | null>();

  constructor(moves: readonly Move[]) {
    for (const { name, aliases } of moves)
      for (const word of [name, ...aliases].flatMap((n) => n.toLowerCase().split(/[^\p{L}\d]+/u)))
        this.uses.set(word, (this.uses.get(word) ?? 0) + 1);
    for (const word of STEMS.keys()) if (word.length > 3 && !this.uses.has(word)) this.uses.set(word, 0);
    for (const [word, uses] of [...this.uses])
      if (word.length > 3 && !word.endsWith('s'))
        this.uses.set(`${word}s`, Math.max(uses / 2, this.uses.get(`${word}s`) ?? 0));
    const byLength = new Map<number, string[]>();
    for (const word of this.uses.keys())
      if (word.length >= 4) byLength.set(word.length, [...(byLength.get(word.length) ?? []), word]);
    this.byLength = byLength;
  }

  /** A name with its slips mended, in the case it was typed. */
  mend(name: string): Mended {
    const slips: [string, string][] = [];
    const whole = name.replace(/\p{L}{3,}/gu, (word) => {
      const meant = this.meantBy(word);
      if (meant === null) return word;
      const cased = /^\p{Lu}/u.test(word) ? meant.charAt(0).toUpperCase() + meant.slice(1) : meant;
      slips.push([word, cased]);
      return cased;
    });
    return { name: whole, slips };
  }

  /** What a mistyped word was meant to be; null where it is right, or nothing is near: one slip in five letters or more, two in nine or more. */
  private meantBy(word: string): string | null {
    const typed = word.toLowerCase();
    if (
      this.uses.has(typed) ||
      this.uses.has(typed.replace(/es$/, '')) ||
      RIGHT.has(typed) ||
      (typed.length < 4 && hasVowel(typed))
    )
      return null;
    const before = this.found.get(typed);
    if (before !== undefined) return before;
    if (this.found.size > MOST_FOUND) this.found.clear();
    const meant = this.inTwo(typed) ?? this.nearest(typed);
    this.found.set(typed, meant);
    return meant;
  }

  /** Two words that were written as one: "sideplank". */
  private inTwo(typed: string): string | null {
    for (let at = 3; at <= typed.length - 3; at++) {
      const [first, second] = [typed.slice(0, at), typed.slice(at)];
      if ((this.uses.get(first) ?? 0) > 0 && this.uses.has(second)) return `${first} ${second}`;
    }
    return null;
  }

  private nearest(typed: string): string | null {
    let best: { word: string; cost: number } | null = null;
    // Without its vowels a word is much shorter.
    const more = hasVowel(typed) ? 2 : 4;
    for (let length = typed.length - 2; length <= typed.length + more; length++)
      for (const candidate of this.byLength.get(length) ?? []) {
        const longest = Math.max(typed.length, candidate.length);
        const most = longest >= 9 ? 2 : longest >= 5 ? 1 : 0;
        const isDoubled = typed.length >= 4 && bones(typed) === bones(candidate);
        const isInHaste = more === 4 && bones(typed) === bones(candidate.replace(/[aeiou]/g, ''));
        const isOne = swapped(typed, candidate) || isDoubled || isInHaste;
        const slips = isOne ? 1 : distance(typed, candidate);
        if (slips > most && !isInHaste && !isDoubled) continue;
        // The first letter is seldom wrong; a word that is often used is likelier than one that is not.
        const ends = (typed[0] === candidate[0] ? 0 : 0.5) + (typed.at(-1) === candidate.at(-1) ? 0 : 0.1);
        const cost = slips + ends - Math.min(OFTEN, (this.uses.get(candidate) ?? 0) / 100);
        if (best === null || cost < best.cost) best = { word: candidate, cost };
      }
    return best && best.cost < 1.5 + (typed.length >= 8 ? 1 : 0) ? best.word : null;
  }
}

/** The letters of a word, each run of one letter as one. */
const bones = (word: string) => word.replace(/(.)\1+/g, '$1');

const hasVowel = (word: string) => /[aeiouy]/.test(word);

/** Two neighbouring letters exchanged. */
function swapped(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  const at = [...a].findIndex((c, k) => c !== b[k]);
  return at >= 0 && a[at] === b[at + 1] && a[at + 1] === b[at] && a.slice(at + 2) === b.slice(at + 2);
}
