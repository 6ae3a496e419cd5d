import type { Body, FormatKind, Hands, Plan, Side, Station, Stays } from '../class/index.ts';
import { NUMBER, numberOf, saysUnit, sourceInDigits, TIME, TIME_OR_NUMBER, timeOf } from './numbers.ts';
import type { NoteRole } from './types.ts';

/** All that a piece of notes can say; a chunk of text says some of it. Times in ms. */
export interface Facts {
  workMs: number;
  restMs: number;
  /** The rest was said behind the moves. */
  restAfter: boolean;
  /** A time that says not what for. */
  bareMs: number;
  /** Work of so long for each move. */
  each: boolean;
  /** Numbers by round: lengths or repetitions, as the rest of the text has it. */
  byRound: number[];
  rounds: number;
  sets: number;
  stations: number;
  times: number;
  betweenMs: number;
  /** Between each of the things that were listed. */
  betweenEach: boolean;
  betweenOf: 'rounds' | 'groups' | 'moves' | 'sides' | null;
  changeMs: number;
  water: boolean;
  /** What is done in the rest, in its own words. */
  restAs: string;
  capMs: number;
  totalMs: number;
  kind: FormatKind;
  forTime: boolean;
  periodMs: number;
  bpm: number;
  tabatas: number;
  groupSize: number;
  superset: boolean;
  atStations: boolean;
  reverse: boolean;
  oldestFirst: boolean;
  chain: Side;
  /** All the sides said of a list count for each of it. */
  all: boolean;
  sides: Station['sides']['mode'];
  side: Side;
  reps: number;
  perSide: boolean;
  /** So many for each: of what stands in a row, or of the sides of one move. */
  apiece: boolean;
  kg: number[];
  lightKg: number;
  heavyKg: number;
  noKit: boolean;
  measure: NonNullable<Station['measure']>;
  phase: { ms: number; say: string };
  role: 'warmUp' | 'main' | 'finisher' | 'coolDown';
  start: string;
  slotMs: number;
  heads: number;
  level: Plan['level'];
  stays: Stays;
  hands: Hands;
  again: boolean;
  same: boolean;
  correction: boolean;
  round: number;
  turn: 'odd' | 'even';
  posture: NonNullable<Station['position']>;
}

/** Body and hands, of what is said. */
export const bodySaid = ({ stays, hands }: Partial<Facts>): Body => ({
  ...(stays ? { stays } : {}),
  ...(hands ? { hands } : {}),
});

/** A stretch of the text that says something; offsets in the text it was found in. */
export interface Mention {
  from: number;
  to: number;
  role: NoteRole;
  words: string;
  says: Partial<Facts>;
}

type Read = (m: RegExpExecArray) => Partial<Facts> | null;

export interface Rule {
  role: NoteRole;
  /** It means this only where no words stand before it. */
  opens: boolean;
  pattern: RegExp;
  read: Read;
}

export const N = `(${NUMBER})`;

export const T = `(${TIME})`;

export const TN = `(${TIME_OR_NUMBER})`;

/** So many times, in signs or in words. */
export const TIMES = `(?:x ?${N}(?![/:]?\\d)(?: (?:rounds?|laps?|circuits?|sets))?|${N} ?[x\u00d7](?! ?\\d)|\u00d7 ?${N}(?![/:]?\\d)|${N} times|(twice|once|thrice))`;

export const OF_ROUNDS = '(?:(?:the )?(?:rounds?|rds?|rnds?|circuits?|laps?|sets?))';

export const OF_GROUPS =
  '(?:(?:the |each |all )?(?:parts|sections|pairs?|groups?|blocks?|supersets?|tabatas?|triples?|trisets?|threes|combos?))';

export const OF_MOVES = '(?:(?:the )?(?:moves|exercises|stations|movements))';

export const BREAK = '(?:rest|break|chat|water|breather|recovery|walk|breathing|rest break|water break|gap|pause)';

export const BETWEEN = '(?:between|btwn|btw|b/w)';

export const EACH_MOVE =
  '(?:(?:at |on )?each corner|each|per (?:move|exercise|station)|(?:at |on |for )?(?:each|every) (?:move|exercise|station|one)|a (?:move|station)|apiece)';

export const LIMB = '(?:side|leg|arm|way|hand|foot|direction)';

export const E_S = `(?:e/s|e\\.s\\.?|p/s|ea\\.? ?(?:${LIMB})?|(?:on )?(?:each|per|every|a|either) ${LIMB}|/${LIMB}|/ ${LIMB}(?= *(?:$|[,;).])))`;

export const seconds = (text: string | undefined) => timeOf(text ?? '0');

export const count = (...texts: (string | undefined)[]) => {
  const said = texts.find((t) => t !== undefined) ?? '0';
  return { twice: 2, once: 1, thrice: 3 }[said.toLowerCase()] ?? Math.round(numberOf(said));
};

/** A length for a whole part: a bare number is minutes. */
export const minutes = (text: string | undefined) => timeOf(text ?? '0', 'minutes');

/** A letter, for patterns that do without the slow unicode flag. */
const LETTER = 'a-z\\u00df-\\u024f';

/** Patterns are in small letters, and tried on a text in small letters: to ignore case costs ten times as much. */
export const plainSource = (source: string) =>
  sourceInDigits(source.toLowerCase()).replaceAll('[\\p{l}\\d]', `[${LETTER}\\d]`).replaceAll('\\p{l}', `[${LETTER}]`);

export const rule = (role: NoteRole, source: string, read: Read, opens = false): Rule => ({
  role,
  opens,
  pattern: new RegExp(plainSource(source), 'y'),
  read,
});

export const say = (role: NoteRole, source: string, says: Partial<Facts>, opens = false) =>
  rule(role, source, () => says, opens);

export const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1).toLowerCase();

/** A break is seconds, but a number of at most four, without a unit, is minutes. */
export function breakMs(text: string | undefined): number {
  const said = text ?? '0';
  return timeOf(said, !saysUnit(said) && numberOf(said) <= 4 ? 'minutes' : 'seconds');
}
