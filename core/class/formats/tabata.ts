import * as v from 'valibot';
import { ms } from '../values/index.ts';
import { restOf, workOf } from './circuit.ts';
import {
  breakMode,
  breakModeSetting,
  heldSetting,
  lastRest,
  lastRestSetting,
  pairedWork,
  pause,
  rounds,
  roundsSetting,
} from './common.ts';
import { expandGrid } from './grid.ts';
import { type FormatModule, USUAL } from './module.ts';

const schema = v.strictObject({
  kind: v.literal('tabata'),
  rounds,
  workMs: ms(1),
  restMs: ms(),
  order: v.picklist(['stationByStation', 'goRound']),
  /** Between stations when station by station, between rounds when going round. */
  breakMs: ms(),
  breakHeld: v.boolean(),
  breakMode,
  lastRest,
});
export type Tabata = v.InferOutput<typeof schema>;

/** A circuit, 8 × 20/10 by default, in groups of one (station by station) or of all (go round). */
export const tabata: FormatModule<Tabata> = {
  kind: 'tabata',
  word: 'Tabata',
  about: 'Twenty seconds of full effort, ten of rest, eight times over.',
  schema,
  default: {
    kind: 'tabata',
    rounds: 8,
    workMs: 20_000,
    restMs: 10_000,
    order: 'stationByStation',
    breakMs: 0,
    breakHeld: false,
    breakMode: 'replaces',
    lastRest: 'keep',
  },
  settings: {
    rounds: roundsSetting(8, 'sets', 'set', 'sets'),
    ...pairedWork(20_000, 10_000),
    order: {
      type: 'choice',
      roles: ['groupSize'],
      name: 'order',
      silent: 'stationByStation',
      from: (groupSize: number | null) => (groupSize === null ? 'goRound' : 'stationByStation'),
      to: (order) => (order === 'goRound' ? null : 1),
      say: (order) => (order === 'goRound' ? 'go round' : 'station by station'),
      options: [
        ['stationByStation', 'station by station'],
        ['goRound', 'round all'],
      ],
      before: 'go',
    },
    breakMs: pause(
      ['groupBreak', 'roundBreak'],
      'break between',
      '% between groups',
      { after: 'break between' },
      (f: Tabata) => f.breakHeld,
      { drag: true },
    ),
    breakHeld: heldSetting(['groupBreakHeld', 'roundBreakHeld'], 'break', (f: Tabata) => f.breakMs > 0 || f.breakHeld),
    breakMode: breakModeSetting,
    lastRest: lastRestSetting('keep'),
  },
  openings: [{ keyword: 'tabata', source: 'tabatas?\\b' }],
  open: () => 'tabata',
  expand: ({ stations, format }) => {
    const byStation = format.order === 'stationByStation';
    return expandGrid({
      ...format,
      stations,
      groupSize: byStation ? 1 : stations.length,
      roundBreakMs: byStation ? 0 : format.breakMs,
      roundBreakHeld: format.breakHeld,
      groupBreakMs: byStation ? format.breakMs : 0,
      groupBreakHeld: format.breakHeld,
      workMs: (station, round) => workOf(format, station, round),
      restMs: (station, round) => restOf(format, station, round),
    });
  },
  traits: {
    ...USUAL,
    groupSize: ({ order }, stations) => (order === 'goRound' ? stations : 1),
    cyclic: ({ rounds, order }) => rounds > 1 && order === 'goRound',
    fullEffort: 'Full effort with short rests.',
  },
};
