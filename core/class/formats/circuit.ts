import * as v from 'valibot';
import type { Station } from '../station/index.ts';
import { count, ms } from '../values/index.ts';
import {
  breakMode,
  breakModeSetting,
  byRound,
  heldSetting,
  lastRest,
  lastRestSetting,
  pairedWork,
  pause,
  rounds,
  roundsSetting,
} from './common.ts';
import { expandGrid, ofRound } from './grid.ts';
import { type FormatModule, USUAL } from './module.ts';

const schema = v.strictObject({
  kind: v.literal('circuit'),
  rounds,
  workMs: ms(1),
  restMs: ms(),
  workByRoundMs: v.optional(v.pipe(v.array(ms(1)), v.minLength(1), v.maxLength(99))),
  restByRoundMs: v.optional(v.pipe(v.array(ms()), v.minLength(1), v.maxLength(99))),
  roundBreakMs: ms(),
  roundBreakHeld: v.boolean(),
  /** Stations gone round together before the next ones; null is all of them. */
  groupSize: v.nullable(count(1, 60)),
  groupBreakMs: ms(),
  groupBreakHeld: v.boolean(),
  breakMode,
  lastRest,
});
export type Circuit = v.InferOutput<typeof schema>;

interface Times {
  workMs: number;
  restMs: number;
  workByRoundMs?: readonly number[] | undefined;
  restByRoundMs?: readonly number[] | undefined;
}

/** Work of one visit; strongest first: cell, station, round, block. */
export function workOf(times: Times, station: Station, round: number): number {
  const cell = station.cells?.find((c) => c.round === round);
  return cell?.workMs ?? station.workMs ?? ofRound(times.workByRoundMs, round) ?? times.workMs;
}

/** Rest after one visit; strongest first: cell, station, round, block. */
export function restOf(times: Times, station: Station, round: number): number {
  const cell = station.cells?.find((c) => c.round === round);
  return cell?.restMs ?? station.restMs ?? ofRound(times.restByRoundMs, round) ?? times.restMs;
}

const inGroups = ({ groupSize }: Circuit, stations: number) => groupSize !== null && groupSize < Math.max(2, stations);
const GROUP_WORDS: Record<number, string> = { 1: 'station by station', 2: 'in pairs', 3: 'in threes' };
const groupWords = (size: number) => GROUP_WORDS[size] ?? `in groups of ${size}`;

/** Stations gone round together so many times, with a rest between two and a break between rounds and groups. */
export const circuit: FormatModule<Circuit> = {
  kind: 'circuit',
  word: 'Circuit',
  about: 'Stations one after the other, so many rounds: all of them, or in pairs and threes.',
  wordOf: ({ groupSize: g }, stations) => {
    if (g === null || g >= stations) return 'Go round';
    return ({ 1: 'Station by station', 2: 'Pairs', 3: 'Triples' } as Record<number, string>)[g] ?? `In groups of ${g}`;
  },
  schema,
  default: {
    kind: 'circuit',
    rounds: 3,
    workMs: 40_000,
    restMs: 20_000,
    roundBreakMs: 60_000,
    roundBreakHeld: false,
    groupSize: null,
    groupBreakMs: 0,
    groupBreakHeld: false,
    breakMode: 'replaces',
    lastRest: 'drop',
  },
  settings: {
    rounds: roundsSetting(1),
    ...pairedWork(40_000, 0),
    workByRoundMs: byRound('workByRound', 'work by round', 1),
    restByRoundMs: byRound('restByRound', 'rest by round', 0),
    roundBreakMs: pause(
      ['roundBreak'],
      'break between rounds',
      '% between rounds',
      { after: 'between rounds' },
      (f: Circuit) => f.roundBreakHeld,
      { drag: true, applies: (f) => f.rounds > 1 },
    ),
    roundBreakHeld: heldSetting(
      ['roundBreakHeld'],
      'round break',
      (f: Circuit) => f.rounds > 1 && (f.roundBreakMs > 0 || f.roundBreakHeld),
    ),
    groupSize: {
      type: 'choice',
      roles: ['groupSize'],
      name: 'groups',
      silent: null,
      say: (size) => (size === null ? null : groupWords(size)),
      options: [
        [null, 'round all'],
        [1, 'station by station'],
        [2, 'in pairs'],
        [3, 'in threes'],
        [4, 'in fours'],
      ],
      // As in a text that says "in pairs" and no more: between the rounds of a group runs the rest.
      chosen: (size) => (size === null ? {} : { roundBreakMs: 0, roundBreakHeld: false }),
      other: (size) => (size === null ? 'round all' : groupWords(size)),
      before: 'go',
    },
    groupBreakMs: pause(
      ['groupBreak'],
      'break between groups',
      '% between groups',
      { after: 'between groups' },
      (f: Circuit) => f.groupBreakHeld,
      { applies: inGroups },
    ),
    groupBreakHeld: heldSetting(
      ['groupBreakHeld'],
      'group break',
      (f: Circuit, n) => inGroups(f, n) && (f.groupBreakMs > 0 || f.groupBreakHeld),
    ),
    breakMode: {
      ...breakModeSetting,
      applies: (f: Circuit, n) => f.roundBreakMs > 0 || (inGroups(f, n) && f.groupBreakMs > 0),
    },
    lastRest: lastRestSetting('drop'),
  },
  openings: [{ keyword: 'circuit', source: 'circuits?\\b' }],
  open: () => 'circuit',
  expand: ({ stations, format }) =>
    expandGrid({
      ...format,
      stations,
      groupSize: format.groupSize ?? stations.length,
      workMs: (station, round) => workOf(format, station, round),
      restMs: (station, round) => restOf(format, station, round),
    }),
  traits: {
    ...USUAL,
    groupSize: ({ groupSize }, stations) => Math.min(groupSize ?? stations, stations),
    cyclic: ({ rounds, groupSize }, stations) => rounds > 1 && (groupSize === null || groupSize >= stations),
  },
};
