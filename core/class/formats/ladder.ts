import * as v from 'valibot';
import { ms } from '../values/index.ts';
import { workOf } from './circuit.ts';
import { duration, lastRest, lastRestSetting, rounds, roundsSetting } from './common.ts';
import { expandGrid, NO_BREAKS } from './grid.ts';
import { type FormatModule, USUAL } from './module.ts';

const schema = v.strictObject({
  kind: v.literal('ladder'),
  rounds,
  workMs: ms(1),
  restMs: ms(),
  lastRest,
});
export type Ladder = v.InferOutput<typeof schema>;

/** Rungs of rising effort with no rest between them, a rest after each round. */
export const ladder: FormatModule<Ladder> = {
  kind: 'ladder',
  word: 'Ladder',
  about: 'Rungs without rest, from easy to hard, then a rest.',
  schema,
  default: { kind: 'ladder', rounds: 5, workMs: 15_000, restMs: 30_000, lastRest: 'drop' },
  settings: {
    rounds: roundsSetting(1),
    workMs: duration(['work', 'bare'], 'work', 15_000, '% a rung', { after: 'a rung' }, { minMs: 1000, sheet: 'work' }),
    restMs: duration(
      ['rest'],
      'rest',
      30_000,
      '% rest',
      { after: 'rest after a round' },
      { sheet: 'rest', drag: true },
    ),
    lastRest: lastRestSetting('drop'),
  },
  openings: [{ keyword: 'ladder', source: 'ladders?\\b' }],
  open: () => 'ladder',
  expand: ({ stations, format }) => {
    const last = stations.length - 1;
    return expandGrid({
      stations,
      rounds: format.rounds,
      groupSize: stations.length,
      ...NO_BREAKS,
      lastRest: format.lastRest,
      workMs: (station, round) => workOf(format, station, round),
      restMs: (station) => (station === stations[last] ? format.restMs : 0),
    });
  },
  traits: {
    ...USUAL,
    cyclic: ({ rounds }) => rounds > 1,
    flows: true,
    roundRest: true,
    fullEffort: 'Rising to full effort with no rest between rungs.',
  },
};
