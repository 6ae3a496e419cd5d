import { FORMATS, type FormatKind, type Role, type Said } from '../formats/index.ts';
import type { Block, Body } from '../plan/index.ts';
import { bodyClauses } from './body-clauses.ts';
import { type Clause, clause, type ShorthandProblem } from './clauses.ts';
import { DURATION, durationMs, NUMBER } from './tokens.ts';

/** Something a block line has said, with the words and their place. */
export interface SaidWords {
  value: unknown;
  at: number;
  words: string;
}

/** The settings read from a block line so far; they are applied once the format is known. */
export interface BlockDraft {
  kinds: { kind: FormatKind; at: number; words: string }[];
  use: Block['use'];
  body: Body;
  floorMs: number | null | undefined;
  said: Map<Role, SaidWords>;
  /** Words said earlier on the line that later ones took the place of. */
  again: SaidWords[];
}

export const newDraft = (): BlockDraft => ({
  kinds: [],
  use: 'together',
  body: {},
  floorMs: undefined,
  said: new Map(),
  again: [],
});

const D = `(${DURATION})`;
const N = `(${NUMBER})`;
const S = '\\s*';
const LIST = `((?:${DURATION})(?:\\s+(?:${DURATION}))*)`;
const ROUNDS = '(?:rounds?|sets?|windows?|times(?:\\s+through)?|turns?)';
const ON = '(?:on|work)';
const OFF = '(?:off|rest)';
const HELD = '(\\s+(?:held\\s+)?until\\s+(?:i\\s+tap|tapped))?';

const ms = (match: RegExpExecArray, group = 1) => durationMs(match[group] ?? '0');
/** The first of some groups that holds a time. */
const msOf = (match: RegExpExecArray, ...groups: number[]) =>
  ms(match, groups.find((g) => match[g] !== undefined) ?? 1);
const whole = (match: RegExpExecArray, group = 1) => Math.round(Number(match[group] ?? '0'));
const listOf = (match: RegExpExecArray) => (match[1] ?? '').split(/\s+(?=\d)/).map(durationMs);

type Says = { [R in Role]?: Said[R] };
const say = (keyword: string, source: string, read: (match: RegExpExecArray) => Says): Clause<BlockDraft> =>
  clause(keyword, source, (draft, match) => put(draft, match, read(match)));

function put(draft: BlockDraft, match: RegExpExecArray, says: Says): void {
  const place = { at: match.index, words: match[0].trim() };
  for (const [role, value] of Object.entries(says) as [Role, unknown][]) {
    const before = draft.said.get(role);
    if (before && value !== undefined) draft.again.push(before);
    if (value !== undefined) draft.said.set(role, { value, ...place });
  }
}

const KINDS: Clause<BlockDraft>[] = (Object.keys(FORMATS) as FormatKind[]).flatMap((kind) =>
  FORMATS[kind].openings.map(({ keyword, source, says }) =>
    clause<BlockDraft>(keyword, source.replace('PERIOD', D), (draft, match) => {
      draft.kinds.push({ kind, at: match.index, words: match[0].trim() });
      put(draft, match, { ...says, ...(match[1] === undefined ? {} : { period: ms(match) }) });
    }),
  ),
);

const NUMBERS: Clause<BlockDraft>[] = [
  say('rounds', `${N}${S}(?:x${S})?${ROUNDS}\\b`, (m) => ({ rounds: whole(m) })),
  say('x3', `(?:x${S}${N}|${N}${S}x)(?![a-z])`, (m) => ({ rounds: whole(m, m[1] === undefined ? 2 : 1) })),
  say('40/20', `${D}${S}(?:s${S})?/${S}${D}`, (m) => ({ work: ms(m, 1), rest: ms(m, 2) })),
  say('work', `${D}${S}${ON}\\b`, (m) => ({ work: ms(m) })),
  say('work', `work${S}${D}`, (m) => ({ work: ms(m) })),
  say('rest', `${D}${S}${OFF}\\b(?:\\s+after\\s+each\\s+(?:block|turn|round))?`, (m) => ({ rest: ms(m) })),
  say('rest', `(?:rest|off)${S}${D}`, (m) => ({ rest: ms(m) })),
  say('work by round', `work\\s+by\\s+round\\s+${LIST}`, (m) => ({ workByRound: listOf(m) })),
  say('rest by round', `rest\\s+by\\s+round\\s+${LIST}`, (m) => ({ restByRound: listOf(m) })),
  say('between rounds', `(?:break\\s+)?${D}\\s+(?:break\\s+)?between\\s+rounds\\b${HELD}`, (m) => ({
    roundBreak: ms(m),
    roundBreakHeld: held(m, 2),
  })),
  say('round break', `(?:${D}\\s+(?:round\\s+)?breaks?\\b|(?:round\\s+)?breaks?\\s+${D})${HELD}`, (m) => ({
    roundBreak: msOf(m, 1, 2),
    roundBreakHeld: held(m, 3),
  })),
  say(
    'between groups',
    `${D}\\s+(?:break\\s+)?between\\s+(?:groups|pairs|threes|triples|fours|moves)\\b${HELD}`,
    (m) => ({ groupBreak: ms(m), groupBreakHeld: held(m, 2) }),
  ),
  say('between stations', `${D}\\s+(?:rest\\s+)?between\\s+stations\\b|${D}\\s+within\\b|within\\s+${D}`, (m) => ({
    within: msOf(m, 1, 2, 3),
  })),
  say('rung', `${D}\\s+(?:a|per|each)\\s+rung\\b|rungs?\\s+${D}`, (m) => ({ work: msOf(m, 1, 2) })),
  say('reps', `${N}${S}reps\\b`, (m) => ({ reps: whole(m) })),
  say('a rep', `(?:about\\s+)?${N}${S}(?:s|secs?|seconds?)?\\s+(?:a|per)\\s+rep\\b`, (m) => ({ perRep: Number(m[1]) })),
  say('bpm', `${N}${S}bpm\\b`, (m) => ({ bpm: Number(m[1]) })),
  say('counts', `${N}${S}counts?\\b(?:\\s+a\\s+move\\b)?`, (m) => ({ counts: whole(m) })),
  say('hold', `hold${S}${D}|${D}${S}holds?\\b`, (m) => ({ work: msOf(m, 1, 2) })),
  say('change', `change${S}${D}|${D}${S}change\\b`, (m) => ({ rest: msOf(m, 1, 2) })),
  say('cap', `cap${S}${D}|${D}${S}cap\\b`, (m) => ({ cap: msOf(m, 1, 2) })),
  say('a station', `${D}${S}(?:a|per|each)\\s+station\\b`, (m) => ({ length: ms(m) })),
  say('', D, (m) => ({ bare: ms(m) })),
];

/** Held is said only where it is; a break that says nothing of it is fixed. */
const held = (match: RegExpExecArray, group: number): true | undefined =>
  match[group] === undefined ? undefined : true;

const CHOICES: Clause<BlockDraft>[] = [
  say('pairs', '(?:in\\s+)?pairs\\b', () => ({ groupSize: 2 })),
  say('threes', '(?:in\\s+)?(?:threes|triples)\\b', () => ({ groupSize: 3 })),
  say('fours', '(?:in\\s+)?fours\\b', () => ({ groupSize: 4 })),
  say('groups of', `(?:in\\s+)?groups\\s+of\\s+${N}`, (m) => ({ groupSize: Math.max(1, Math.min(60, whole(m))) })),
  say('station by station', 'station\\s+by\\s+station\\b', () => ({ groupSize: 1 })),
  say('go round', '(?:go|going)\\s+round\\b', () => ({ groupSize: null })),
  say('breaks add', 'breaks?\\s+(?:adds?|added|come\\s+after\\s+the\\s+rest)\\b', () => ({ breakMode: 'adds' })),
  say('breaks replace', 'breaks?\\s+replaces?(?:\\s+the\\s+rest)?\\b', () => ({ breakMode: 'replaces' })),
  say('keep last rest', '(?:keep\\s+(?:the\\s+)?last\\s+(?:rest|off)|last\\s+(?:rest|off)\\s+kept)\\b', () => ({
    last: 'keep',
  })),
  say('drop last rest', '(?:drop\\s+(?:the\\s+)?last\\s+(?:rest|off)|last\\s+(?:rest|off)\\s+dropped)\\b', () => ({
    last: 'drop',
  })),
  say('newest first', 'newest\\s+first\\b', () => ({ order: 'newestFirst' })),
  say('oldest first', 'oldest\\s+first\\b', () => ({ order: 'oldestFirst' })),
  say('reverse', '(?:and\\s+)?(?:back\\s+(?:again\\s+)?)?(?:in\\s+)?reverse(?:\\s+pass)?\\b', () => ({
    reverse: true,
  })),
  say('alternate sides', '(?:alternate\\s+sides?|sides?\\s+alternate)(?:\\s+by\\s+windows?)?\\b', () => ({
    alternate: true,
  })),
  say('until tapped', '(?:held\\s+)?until\\s+(?:i\\s+tap|tapped|i\\s+say)\\b', () => ({ untilTap: true })),
  clause('at stations', 'at\\s+stations\\b|stations\\b', (d) => {
    d.use = 'stations';
  }),
  clause('together', '(?:all\\s+)?together\\b', (d) => {
    d.use = 'together';
  }),
  clause('floor', `floor\\s+${D}`, (d, m) => {
    d.floorMs = ms(m);
  }),
];

export const BLOCK_CLAUSES: readonly Clause<BlockDraft>[] = [
  ...KINDS,
  ...NUMBERS,
  ...CHOICES,
  ...bodyClauses<BlockDraft>((d, said) => Object.assign(d.body, said)),
];

/** The format a heading names in place of a part of the class, as `talk:` does; null where it names none. */
export function kindOfHeading(word: string): FormatKind | null {
  const draft = newDraft();
  for (const { pattern, apply } of KINDS) {
    pattern.lastIndex = 0;
    const match = pattern.exec(word);
    if (match && match[0].length === word.length) apply(draft, match);
  }
  return draft.kinds[0]?.kind ?? null;
}

/** A problem with some words of a line. */
export const problemAt = (
  line: number,
  { at, words }: { at: number; words: string },
  message: string,
): ShorthandProblem => ({
  line,
  column: at + 1,
  length: Math.max(1, words.length),
  message,
  suggestion: null,
});
