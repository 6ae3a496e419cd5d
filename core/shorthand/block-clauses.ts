import { type Block, type FormatKind, type FormatOf, MAX_MS } from '../plan/index.ts';
import { type Clause, clause } from './clauses.ts';
import { DURATION, durationMs, NUMBER } from './lexis.ts';

/** What a block line has said so far; the format's own settings are applied once its kind is known. */
export interface BlockDraft {
  kind: FormatKind | null;
  use: Block['use'];
  floorMs: number | null | undefined;
  settings: Settings;
}

/** Every number and choice a block line can give, whatever its format. */
export interface Settings {
  rounds?: number;
  workMs?: number;
  restMs?: number;
  workByRoundMs?: number[];
  restByRoundMs?: number[];
  roundBreakMs?: number;
  groupSize?: number | null;
  groupBreakMs?: number;
  breakMode?: 'replaces' | 'adds';
  last?: 'drop' | 'keep';
  periodMs?: number;
  secondsPerRep?: number;
  withinMs?: number;
  order?: 'newestFirst' | 'oldestFirst';
  reverse?: boolean;
  reps?: number;
  bpm?: number;
  counts?: number;
  capMs?: number;
  lengthMs?: number;
  untilTap?: boolean;
  purpose?: FormatOf<'open'>['purpose'];
  forTime?: boolean;
  bareMs?: number;
}

const D = `(${DURATION})`;
const N = `(${NUMBER})`;
const S = '\\s*';
const LIST = `((?:${DURATION})(?:\\s+(?:${DURATION}))*)`;
const ROUNDS = '(?:rounds?|sets?|windows?|times(?:\\s+through)?|turns?)';
const ON = '(?:on|work)';
const OFF = '(?:off|rest)';

const ms = (match: RegExpExecArray, group = 1) => Math.min(MAX_MS, durationMs(match[group] ?? '0'));
const whole = (match: RegExpExecArray, group = 1) => Math.round(Number(match[group] ?? '0'));
const listOf = (match: RegExpExecArray) =>
  (match[1] ?? '').split(/\s+(?=\d)/).map((t) => Math.min(MAX_MS, durationMs(t)));

type Put = (settings: Settings, match: RegExpExecArray) => void;
const set = (keyword: string, source: string, put: Put): Clause<BlockDraft> =>
  clause(keyword, source, (draft, match) => put(draft.settings, match));
const kind = (keyword: string, source: string, value: FormatKind, put: Put = () => {}): Clause<BlockDraft> =>
  clause(keyword, source, (draft, match) => {
    draft.kind = value;
    put(draft.settings, match);
  });

const KINDS: Clause<BlockDraft>[] = [
  kind('circuit', 'circuits?\\b', 'circuit'),
  kind('tabata', 'tabatas?\\b', 'tabata'),
  kind('emom', 'emom\\b', 'emom'),
  kind('minute', '(?:every|each)\\s+minute\\b', 'emom', (s) => {
    s.periodMs = 60_000;
  }),
  kind('every', `(?:every|each)\\s+${D}`, 'emom', (s, m) => {
    s.periodMs = ms(m);
  }),
  kind('windows', 'windows\\b', 'windows'),
  kind('add-on', 'add[- ]?ons?\\b', 'addOn'),
  kind('ladder', 'ladders?\\b', 'ladder'),
  kind('reps', 'reps\\b', 'reps'),
  kind('beats', 'beats\\b', 'beats'),
  kind('holds', '(?:holds|stretch(?:es|ing)?)\\b', 'holds'),
  kind('amrap', 'amrap\\b', 'amrap', (s) => {
    s.forTime = false;
  }),
  kind('for time', 'for\\s+time\\b', 'amrap', (s) => {
    s.forTime = true;
  }),
  kind('talk', 'talk\\b', 'open', (s) => {
    s.purpose = 'talk';
  }),
  kind('water', 'water\\b', 'open', (s) => {
    s.purpose = 'water';
  }),
  kind('set-up', 'set(?:ting)?[- ]up\\b', 'open', (s) => {
    s.purpose = 'setUp';
  }),
  kind('moving', '(?:moving|move)\\s+freely\\b', 'open', (s) => {
    s.purpose = 'move';
  }),
  kind('open', 'open\\b', 'open'),
  kind('demo', 'demos?\\b', 'demo'),
];

const NUMBERS: Clause<BlockDraft>[] = [
  set('rounds', `${N}${S}(?:x${S})?${ROUNDS}\\b`, (s, m) => {
    s.rounds = whole(m);
  }),
  set('x3', `(?:x${S}${N}|${N}${S}x)(?![a-z])`, (s, m) => {
    s.rounds = whole(m, m[1] === undefined ? 2 : 1);
  }),
  set('40/20', `${D}${S}(?:s${S})?/${S}${D}`, (s, m) => {
    s.workMs = ms(m, 1);
    s.restMs = ms(m, 2);
  }),
  set('work', `${D}${S}${ON}\\b`, (s, m) => {
    s.workMs = ms(m);
  }),
  set('work', `work${S}${D}`, (s, m) => {
    s.workMs = ms(m);
  }),
  set('rest', `${D}${S}${OFF}\\b(?:\\s+after\\s+each\\s+(?:block|turn|round))?`, (s, m) => {
    s.restMs = ms(m);
  }),
  set('rest', `(?:rest|off)${S}${D}`, (s, m) => {
    s.restMs = ms(m);
  }),
  set('work by round', `work\\s+by\\s+round\\s+${LIST}`, (s, m) => {
    s.workByRoundMs = listOf(m).map((x) => Math.max(1, x));
  }),
  set('rest by round', `rest\\s+by\\s+round\\s+${LIST}`, (s, m) => {
    s.restByRoundMs = listOf(m);
  }),
  set('between rounds', `(?:break\\s+)?${D}\\s+(?:break\\s+)?between\\s+rounds\\b`, (s, m) => {
    s.roundBreakMs = ms(m);
  }),
  set('round break', `${D}\\s+(?:round\\s+)?breaks?\\b|(?:round\\s+)?breaks?\\s+${D}`, (s, m) => {
    s.roundBreakMs = ms(m, m[1] === undefined ? 2 : 1);
  }),
  set('between groups', `${D}\\s+(?:break\\s+)?between\\s+(?:groups|pairs|threes|triples|fours|moves)\\b`, (s, m) => {
    s.groupBreakMs = ms(m);
  }),
  set('between stations', `${D}\\s+(?:rest\\s+)?between\\s+stations\\b|${D}\\s+within\\b|within\\s+${D}`, (s, m) => {
    s.withinMs = ms(m, m[1] !== undefined ? 1 : m[2] !== undefined ? 2 : 3);
  }),
  set('rung', `${D}\\s+(?:a|per|each)\\s+rung\\b|rungs?\\s+${D}`, (s, m) => {
    s.workMs = ms(m, m[1] === undefined ? 2 : 1);
  }),
  set('reps', `${N}${S}reps\\b`, (s, m) => {
    s.reps = whole(m);
  }),
  set('a rep', `(?:about\\s+)?${N}${S}(?:s|secs?|seconds?)?\\s+(?:a|per)\\s+rep\\b`, (s, m) => {
    s.secondsPerRep = Number(m[1]);
  }),
  set('bpm', `${N}${S}bpm\\b`, (s, m) => {
    s.bpm = Number(m[1]);
  }),
  set('counts', `${N}${S}counts?\\b(?:\\s+a\\s+move\\b)?`, (s, m) => {
    s.counts = whole(m);
  }),
  set('hold', `hold${S}${D}|${D}${S}holds?\\b`, (s, m) => {
    s.workMs = ms(m, m[1] === undefined ? 2 : 1);
  }),
  set('change', `change${S}${D}|${D}${S}change\\b`, (s, m) => {
    s.restMs = ms(m, m[1] === undefined ? 2 : 1);
  }),
  set('cap', `cap${S}${D}|${D}${S}cap\\b`, (s, m) => {
    s.capMs = ms(m, m[1] === undefined ? 2 : 1);
  }),
  set('a station', `${D}${S}(?:a|per|each)\\s+station\\b`, (s, m) => {
    s.lengthMs = ms(m);
  }),
  set('', D, (s, m) => {
    s.bareMs = ms(m);
  }),
];

const CHOICES: Clause<BlockDraft>[] = [
  set('pairs', '(?:in\\s+)?pairs\\b', (s) => {
    s.groupSize = 2;
  }),
  set('threes', '(?:in\\s+)?(?:threes|triples)\\b', (s) => {
    s.groupSize = 3;
  }),
  set('fours', '(?:in\\s+)?fours\\b', (s) => {
    s.groupSize = 4;
  }),
  set('groups of', `(?:in\\s+)?groups\\s+of\\s+${N}`, (s, m) => {
    s.groupSize = Math.max(1, Math.min(60, whole(m)));
  }),
  set('station by station', 'station\\s+by\\s+station\\b', (s) => {
    s.groupSize = 1;
  }),
  set('go round', '(?:go|going)\\s+round\\b', (s) => {
    s.groupSize = null;
  }),
  set('breaks add', 'breaks?\\s+(?:adds?|added|come\\s+after\\s+the\\s+rest)\\b', (s) => {
    s.breakMode = 'adds';
  }),
  set('breaks replace', 'breaks?\\s+replaces?(?:\\s+the\\s+rest)?\\b', (s) => {
    s.breakMode = 'replaces';
  }),
  set('keep last rest', '(?:keep\\s+(?:the\\s+)?last\\s+(?:rest|off)|last\\s+(?:rest|off)\\s+kept)\\b', (s) => {
    s.last = 'keep';
  }),
  set('drop last rest', '(?:drop\\s+(?:the\\s+)?last\\s+(?:rest|off)|last\\s+(?:rest|off)\\s+dropped)\\b', (s) => {
    s.last = 'drop';
  }),
  set('newest first', 'newest\\s+first\\b', (s) => {
    s.order = 'newestFirst';
  }),
  set('oldest first', 'oldest\\s+first\\b', (s) => {
    s.order = 'oldestFirst';
  }),
  set('reverse', '(?:and\\s+)?(?:back\\s+(?:again\\s+)?)?(?:in\\s+)?reverse(?:\\s+pass)?\\b', (s) => {
    s.reverse = true;
  }),
  set('until tapped', 'until\\s+(?:i\\s+tap|tapped|i\\s+say)\\b', (s) => {
    s.untilTap = true;
  }),
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

export const BLOCK_CLAUSES: readonly Clause<BlockDraft>[] = [...KINDS, ...NUMBERS, ...CHOICES];
