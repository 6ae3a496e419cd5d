import * as v from 'valibot';
import { ms } from '../values/index.ts';
import { duration } from './common.ts';
import { expandGrid, NO_BREAKS } from './grid.ts';
import { type FormatModule, USUAL } from './module.ts';

const schema = v.strictObject({ kind: v.literal('holds'), holdMs: ms(1), changeMs: ms() });
export type Holds = v.InferOutput<typeof schema>;

/** Stretches in one round: hold, change, hold; the change time also stands between the two sides of a stretch. */
export const holds: FormatModule<Holds> = {
  kind: 'holds',
  word: 'Holds',
  about: 'Stretches and holds, each side for the same time.',
  schema,
  default: { kind: 'holds', holdMs: 25_000, changeMs: 5_000 },
  settings: {
    holdMs: duration(['work', 'bare'], 'hold', 25_000, 'hold %', { before: 'hold' }, { minMs: 1000, sheet: 'work' }),
    changeMs: duration(['rest'], 'change', 5_000, 'change %', { before: 'change' }, { sheet: 'rest' }),
  },
  openings: [{ keyword: 'holds', source: '(?:holds|stretch(?:es|ing)?)\\b' }],
  open: () => 'holds',
  expand: ({ stations, format }) =>
    expandGrid({
      stations,
      rounds: 1,
      groupSize: stations.length,
      ...NO_BREAKS,
      lastRest: 'drop',
      workMs: (station) => station.workMs ?? format.holdMs,
      restMs: (station) => station.restMs ?? format.changeMs,
    }),
  traits: { ...USUAL, scope: 'station', timed: false, oneSided: 'each', role: 'coolDown' },
};
