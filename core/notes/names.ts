import type { Side, Station } from '../class/index.ts';
import { bareName, type Library, type Reading as NameReading, NUMBER_IN_NAME } from '../moves/index.ts';
import { type Bracket, type Item, saidIn, wordsOf } from './items.ts';
import { isMuscle } from './muscles.ts';
import type { Facts } from './said.ts';
import type { Choices } from './types.ts';

/** A move as one item of the notes names it. */
export interface Named {
  from: number;
  to: number;
  name: string;
  /** As it was typed. */
  typed: string;
  /** It was said to be none. */
  isNoMove: boolean;
  slips: [string, string][];
  known: NameReading['kind'];
  move: NameReading['move'];
  says: Partial<Facts>;
  sides: Station['sides']['mode'] | null;
  side: Side | null;
  reps: number | null;
  /** A number behind the name that says not what of. */
  after: number | null;
  easier: string[];
  harder: string[];
  /** Words in brackets that are none of these. */
  remarks: { from: number; to: number }[];
  /** Ways that were taken from words that could mean something else. */
  options: { from: number; to: number; words: string }[];
}

/** A name of which nothing else is said. */
export const plainNamed = (name: string, { from, to }: { from: number; to: number }): Named => ({
  from,
  to,
  name,
  typed: name,
  isNoMove: false,
  slips: [],
  known: 'unknown',
  move: null,
  says: {},
  sides: null,
  side: null,
  reps: null,
  after: null,
  easier: [],
  harder: [],
  remarks: [],
  options: [],
});

/** Words before a name that are no part of it. */
const BEFORE =
  /^(?:(?:then|do|and|also|plus|next|first|firstly|lastly|finally|some|of|with|into|start with|finish with|straight into|go into|followed by|moves?|exercises?|stations?|now|the|for|in|on|a set of|max|circuit|complex|each|reps? of|reps|all|everyone|we do|effort|efforts|alternate between|alternate|it'?s|is|are|list|=|\u2026|~|at|by|as)(?=\s|$)\s*)+/i;
const AFTER = /(?:\s+(?:each|please|etc|again|and|then|with|of|for|x|in|at|the|a|to|total|\u2013|-|=|@))+$/i;
/** Words that name no move whatever stands beside them. */
const NO_NAME =
  /^(?:(?:partner|pair|team)s? work|all|both|each|everything|everyone|them|these|it|game|class|set|sets|round|rounds|reps?|exercises?|moves?|seconds?|secs?|mins?|minutes?|go|work|total|x{1,3}|dbs?|kbs?|bbs?|no sorry|sorry|no wait|actually|scrap that|kg|rest)$/i;
const OPTION =
  /^(.+?)\s+options?$|^(?:or|option(?:al)?s?:?|easier:?|easy:?|low impact:?|mod(?:ify|ified|ification)?:?|regression:?|reg:?|alternative(?:ly)?:?|beginners?:?)\s+(.+)$|^(.+?)\s+(?:if|for|when|as (?:an )?(?:option|alternative))\s+(?:.+)$|^(.*\b(?:knees down|on (?:your |the )?knees|from (?:your |the )?knees|no jump|step(?:ping)? instead|without (?:the )?jump))$/i;
const HARDER = /^(?:adv(?:anced)?:?|harder:?|hard:?|progression:?|prog:?|level 2:?)\s+(.+)$/i;
const LIMBED =
  /^(?:1|one|single|2|two|both|double)[ -](?:arms?|legs?|hands?|feet)$|^(?:slow|seated|standing|kneeling|wide|narrow|close|heavy|light)$/i;

/** What an item names, read against a library; null where it has no words. */
export function namedBy(text: string, item: Item, library: Library, choices: Choices = {}): Named | null {
  const words = wordsOf(text, item);
  const says = saidIn([item]);
  const stripped = words
    .replace(BEFORE, '')
    .replace(AFTER, '')
    .replace(/^[-\u2013*.]+\s*|\s*[-\u2013*.!?"]+$/g, '')
    .trim();
  if (/^(?:rest|breaks?) (?:as|when|if|where)\b/i.test(stripped)) return null;
  if (!/\p{L}|90\/90/u.test(stripped) || (NO_NAME.test(stripped) && !/^rest$/i.test(stripped))) return null;
  const { rest, count, after } = counted(stripped);
  const place = { from: item.words[0]?.from ?? item.from, to: item.words.at(-1)?.to ?? item.to };
  const named: Named = {
    ...plainNamed(rest, place),
    says,
    sides: says.sides ?? null,
    reps: says.reps ?? count,
    after,
  };
  const or = /^(.+?)\s+or\s+(.+)$/i.exec(named.name);
  if (or?.[1] && or[2] && !/\bor\b/i.test(or[2])) {
    named.name = or[1];
    named.easier = [library.mended(or[2]).name];
    named.options.push({ from: named.from, to: named.to, words: or[2] });
  }
  for (const bracket of item.brackets) inBrackets(text, bracket, named, library);
  const chosen = choices[nameKey(named.name)];
  const { name, slips } = library.mended(named.name);
  const reading = library.read(name);
  const { both } = reading.said;
  const side = isLetterOfName(name, library) ? null : reading.said.side;
  return {
    ...named,
    typed: named.name,
    slips,
    name: side === null ? name : bareName(name),
    // What the instructor said it is, it is; what was typed stays what is shown.
    known: library.named(chosen ?? '')
      ? 'known'
      : reading.kind === 'unknown' && isMuscle(bareName(name))
        ? 'guessed'
        : kindOf(reading),
    move: library.named(chosen ?? '') ?? reading.move,
    isNoMove: chosen === NO_MOVE,
    side,
    sides: named.sides ?? (both === 'alternating' ? 'alternating' : null),
  };
}

/** What is known of a name; one that may mean several moves of the library names one of them. */
export const kindOf = (reading: NameReading): NameReading['kind'] =>
  reading.kind === 'guessed' && reading.meanings.length > 0 ? 'known' : reading.kind;

/** The decision that the meaning of a name hangs on. */
export const nameKey = (name: string): string => `name:${name.toLowerCase()}`;
/** The names whose meaning was chosen, as they were typed, each with the move that was chosen. */
export function namesChosen(choices: Choices): [name: string, move: string][] {
  return Object.entries(choices).flatMap(([key, id]): [string, string][] =>
    key.startsWith('name:') && id !== AS_TYPED && id !== NO_MOVE ? [[key.slice(5), id]] : [],
  );
}

/** Taken as a move of its own, under the name that was typed. */
export const AS_TYPED = 'typed';
/** Taken as a remark. */
export const NO_MOVE = 'note';

/** A letter before a move that has no sides belongs to its name: "L fly", "L-sit". */
function isLetterOfName(name: string, library: Library): boolean {
  const rest = /^[lr][ -](.+)$/i.exec(name)?.[1];
  return rest !== undefined && library.read(rest).move?.oneSided !== true;
}

function counted(words: string): { rest: string; count: number | null; after: number | null } {
  const behind = /^(\p{L}.*\p{L})\s+(\d{1,3})$/u.exec(words);
  // A turn belongs to its name: "squat thrust off the 360".
  if (
    behind?.[1] &&
    Number(behind[2]) > 0 &&
    !(/\b(?:the|a|jump|turn|spin)$/i.test(behind[1]) && /^(?:90|180|270|360)$/.test(behind[2] ?? ''))
  )
    return { rest: behind[1], count: null, after: Number(behind[2]) };
  const m = /^(\d{1,3})\s*(?:x\s+|\u00d7\s*|\s)(?=[\p{L}\d])(.+)$/u.exec(words);
  if (!m?.[2] || NUMBER_IN_NAME.test(words) || Number(m[1]) === 0) return { rest: words, count: null, after: null };
  return { rest: m[2], count: Number(m[1]), after: null };
}

/** An easier way that some words name: "or step ups", "step back if you need to"; null where they name none. */
export function easierWay(words: string): string | null {
  const option = OPTION.exec(words);
  return option?.slice(1).find((way) => way !== undefined) ?? null;
}

/** What stands in brackets behind a name: sides and numbers, an easier or harder way, words that belong to the name, or a remark. */
function inBrackets(text: string, bracket: Bracket, named: Named, library: Library): void {
  const ways = /^(easier|easy|options?|low impact|mods?|adv(?:anced)?|harder|progressions?)\s*[:=]\s*(.+)$/i.exec(
    text.slice(bracket.from, bracket.to).trim(),
  );
  if (ways?.[1] && ways[2]) {
    const list = ways[2].split(/\s*(?:,|\/|\bor\b)\s*/).filter(Boolean);
    named[/^(?:adv|hard|prog)/i.test(ways[1]) ? 'harder' : 'easier'].push(...list.map((w) => library.mended(w).name));
    named.options.push({ from: bracket.from, to: bracket.to, words: ways[2] });
    return;
  }
  for (const item of bracket.items) {
    const said = saidIn([item]);
    if (said.sides) named.sides = said.sides;
    if (said.reps !== undefined) named.reps = said.reps;
    named.says = { ...said, ...named.says };
    const words = wordsOf(text, item).trim();
    if (words === '') continue;
    if (/^(?:l|left|r|right)$/i.test(words)) {
      named.name = `${named.name} ${words}`;
      named.options.push({ from: item.from, to: item.to, words });
      continue;
    }
    const harder = HARDER.exec(words)?.[1];
    const option = OPTION.exec(words);
    const easier = option?.slice(1).find((way) => way !== undefined);
    const place = { from: item.words[0]?.from ?? item.from, to: item.words.at(-1)?.to ?? item.to };
    if (harder) named.harder.push(library.mended(harder).name);
    else if (easier) named.easier.push(library.mended(easier).name);
    else if (LIMBED.test(words)) named.name = `${words} ${named.name}`;
    else if (library.read(library.mended(words).name).kind === 'known') named.easier.push(library.mended(words).name);
    else {
      if (Object.keys(said).length === 0 || words.length > 3) named.remarks.push(place);
      continue;
    }
    named.options.push({ ...place, words });
  }
}

/** A day of the week. */
export const DAYS = /\b(?:mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?|sun)(?:day)?s?\b/i;
export const DAY_ALONE = new RegExp(`^${DAYS.source}$`, 'i');

const REMARK =
  /\b(?:you|your|u|can|could|please|thanks|thank|thx|hi|hello|hey|dear|remember|bring|don'?t|dont|keep|make sure|good luck|tbc|tbd|maybe|perhaps|we|they|them|everyone|everybody|music|playlist|write|wrote|if|when|need|needs|cheers|see|usually|felt|too|great|well done|was|were|have|has|had|let|tell|ask|check|get|got|set ?up|put|book(?:ed)?|doors?|key|park(?:ing)?|weather|rain|indoors?|outdoors?|ready|go on|nobody|nothing|i|i'?ll|my|me|this|that|it|should|will|would|might|last time|works|rests|one of you|heads up|tonight|today|tomorrow|this week|last week|room \d|breathe|relax|next week|ideas?|note|nb|ps|psst|lol|love|hope|enjoy|smile|loud|sorry|plus water|towels?|mats? out|watch|mind|go (?:heavy|light|hard|slow)|careful|squeeze|brace)\b/i;

/** Whether words read as something said to people, not as the name of a move. */
export const isRemark = (words: string): boolean => REMARK.test(words) || words.split(/\s+/).length > 7;
