import * as v from 'valibot';
import { ms } from '../values/index.ts';
import { duration } from './common.ts';
import { type FormatModule, type Shown, USUAL } from './module.ts';
import { piece } from './piece.ts';

const schema = v.strictObject({ kind: v.literal('demo'), perStationMs: ms(1) });
export type Demo = v.InferOutput<typeof schema>;

/** Shows each of the block's own stations, or else those of a later block, as long as is said there. */
export const demo: FormatModule<Demo> = {
  kind: 'demo',
  word: 'Demo',
  about: 'The moves of a later block shown one by one before it.',
  schema,
  default: { kind: 'demo', perStationMs: 10_000 },
  settings: {
    perStationMs: duration(
      ['length', 'bare'],
      'time a station',
      10_000,
      '% a station',
      { after: 'a station' },
      { minMs: 1000, sheet: 'work' },
    ),
  },
  openings: [{ keyword: 'demo', source: 'demos?\\b' }],
  open: () => 'demo',
  expand: ({ stations, shown, format }) =>
    (stations.length > 0 ? stations.map((_, index): Shown => ({ index })) : shown).map(({ index, ms }) =>
      piece('demo', ms ?? format.perStationMs, { stationIndex: index }),
    ),
  traits: { ...USUAL, scope: 'block', timed: false, purpose: () => 'demo', stations: 'shown', role: 'other' },
};
