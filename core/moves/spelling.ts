import type { Side } from '../class/index.ts';
import { COUNT_PATTERNS, KIT_WORDS, MILD, NEUTRAL, NUMBER_IN_NAME, PHRASES, PLACES, STEMS, STOP } from './lexicon.ts';

/** The parts of a typed name beside the move itself. */
export interface Said {
  side: Side | null;
  /** Both sides, one after the other or in turn. */
  both: 'each' | 'alternating' | null;
  /** Kit named in it, in the library's words. */
  kit: string[];
  reps: { count: number; per: 'total' | 'side' } | null;
}

/** A name taken apart: its words in one spelling, and which of them may be left aside. */
export interface Spelled extends Said {
  words: readonly Word[];
}

/** One word of a name; `role` says why it may be left aside when the move is looked up. */
export interface Word {
  text: string;
  role: 'move' | 'count' | 'side' | 'limb' | 'turns' | 'neutral' | 'mild' | 'ground' | 'place' | 'kit';
}

/** A name in small letters without accents, apostrophes or punctuation; counts keep their place. */
function plain(name: string): string {
  return name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/['\u2018\u2019\u02bc`]/g, '')
    .replace(/\bw\//g, ' with ')
    .replace(/[&+]/g, ' and ')
    .replace(/\u00d7/g, 'x')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

/** One form for singular and plural, and for a word's British and American or shortened forms. */
function stem(word: string): string {
  const known = STEMS.get(word);
  if (known !== undefined) return known;
  const single = /(?:ss|us|is)$/.test(word) || word.length < 3 ? word : singular(word);
  return STEMS.get(single) ?? single;
}

function singular(word: string): string {
  if (/(?:ch|sh|x|ss)es$/.test(word)) return word.slice(0, -2);
  if (/[^aeiou]ies$/.test(word)) return `${word.slice(0, -3)}y`;
  return word.endsWith('s') ? word.slice(0, -1) : word;
}

/** The words of a name in one spelling, phrases of several words made one, in the order they were typed. */
function wordsOf(text: string): string[] {
  const words = text
    .split(' ')
    .filter(Boolean)
    .flatMap((w) => stem(w).split('_'));
  const made: string[] = [];
  for (let k = 0; k < words.length; ) {
    const word = words[k] ?? '';
    const found = PHRASES.get(word)?.find((p) => p.from.every((w, i) => words[k + i] === w));
    made.push(found ? found.to : word);
    k += found ? found.from.length : 1;
  }
  return made.filter((w) => w !== '' && !STOP.has(w));
}

const SIDES: Record<string, Side> = { left: 'left', l: 'left', right: 'right', r: 'right' };
const LIMBS = new Set(['leg', 'arm', 'side', 'foot', 'hand', 'knee', 'only', 'lead', 'first']);

/** Takes a name apart. An empty name has no words. */
export function spell(name: string): Spelled {
  let text = plain(name);
  let reps: Spelled['reps'] = null;
  const counted: string[] = [];
  for (const { pattern, side } of COUNT_PATTERNS) {
    text = text.replace(pattern, (whole: string, digits: string | undefined, at: number) => {
      if (at === 0 && NUMBER_IN_NAME.test(text)) return whole;
      const count = Number(digits);
      if (digits !== undefined && count >= 1 && count <= 999) reps ??= { count, per: side ? 'side' : 'total' };
      counted.push(...whole.trim().split(' '));
      return ' ';
    });
  }
  const left = wordsOf(text.replace(/ +/g, ' ').trim());
  const said: Spelled = { words: [], side: null, both: null, kit: [], reps };
  const words = left.map((word, k): Word => roleOf(word, left[k - 1], left[k + 1], said));
  const counts = counted.map((word): Word => ({ text: word, role: 'count' }));
  return { ...said, words: [...counts, ...words], kit: [...new Set(said.kit)] };
}

/** What a word of a name is; sides, turns and kit are noted in `said`. */
function roleOf(text: string, before: string | undefined, after: string | undefined, said: Spelled): Word {
  const side = SIDES[text];
  if (side && (text.length > 1 || after === undefined || before === undefined)) {
    if (said.side !== null && said.side !== side) Object.assign(said, { side: null, both: 'each' });
    else if (said.both !== 'each') said.side = side;
    return { text, role: 'side' };
  }
  const beside = (w: string | undefined) => w !== undefined && (w in SIDES || w === 'each' || w === 'both');
  if (LIMBS.has(text) && (beside(before) || (beside(after) && text !== 'side'))) return { text, role: 'limb' };
  if (text === 'alternating' || text === 'alternate') {
    said.both = 'alternating';
    return { text: 'alternating', role: 'turns' };
  }
  if (text === 'each' || text === 'both') {
    said.both ??= 'each';
    return { text, role: 'turns' };
  }
  if (NEUTRAL.has(text)) return { text, role: 'neutral' };
  if (MILD.has(text)) return { text, role: 'mild' };
  if (PLACES.has(text)) return { text, role: text === 'floor' || text === 'mat' ? 'ground' : 'place' };
  const kit = KIT_WORDS.get(text);
  if (kit !== undefined) {
    said.kit.push(kit);
    return { text, role: 'kit' };
  }
  return { text, role: 'move' };
}

/** The key of a set of words, whatever their order. */
export const keyOfWords = (words: readonly string[]): string => [...words].sort().join(' ');

/** Whether a name has a word in it that says nothing of a move: "jump onto step" is more than a step and a jump. */
export const hasStop = (name: string): boolean =>
  plain(name)
    .split(' ')
    .some((w) => STOP.has(w));

/** The key of a whole name; two names with one key are the same move. */
export const keyOfName = (name: string): string => keyOfWords(spell(name).words.map((w) => w.text));

/** What may be left aside of a name to find it, the least first. */
const ASIDE: readonly (readonly Word['role'][])[] = [
  [],
  ['count'],
  ['count', 'side'],
  ['count', 'side', 'limb'],
  ['count', 'side', 'limb', 'turns'],
  ['count', 'side', 'limb', 'turns', 'neutral', 'mild'],
  ['count', 'side', 'limb', 'turns', 'neutral', 'mild', 'ground'],
  ['count', 'side', 'limb', 'turns', 'neutral', 'mild', 'ground', 'place'],
  ['count', 'side', 'limb', 'turns', 'kit'],
  ['count', 'side', 'limb', 'turns', 'neutral', 'mild', 'ground', 'kit'],
  ['count', 'side', 'limb', 'turns', 'neutral', 'mild', 'ground', 'place', 'kit'],
];

/** A key a name may be found under, and what of the name it leaves aside. */
export interface Lookup {
  key: string;
  /** The words of the name that say a position and are not in the key. */
  places: readonly string[];
  /** What of the name is not in the key. */
  aside: readonly Word['role'][];
}

/** The keys a name may be found under, the whole name first, then with more and more left aside. */
export function lookupsFor(spelled: Spelled): Lookup[] {
  const seen = new Set<string>();
  return ASIDE.flatMap((roles) => {
    const kept = spelled.words.filter((w) => !roles.includes(w.role));
    const key = keyOfWords(kept.map((w) => w.text));
    if (key === '' || seen.has(key)) return [];
    seen.add(key);
    const places = spelled.words.flatMap(({ text, role }) => (roles.includes(role) && PLACES.has(text) ? [text] : []));
    return [{ key, places, aside: roles }];
  });
}
