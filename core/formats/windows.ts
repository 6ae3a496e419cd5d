import * as v from 'valibot';
import { ms } from '../values/index.ts';
import { duration, lastRest, lastRestSetting, rounds, roundsSetting } from './common.ts';
import { type FormatModule, USUAL } from './module.ts';
import { type Piece, piece } from './piece.ts';

const schema = v.strictObject({
  kind: v.literal('windows'),
  onMs: ms(1),
  offMs: ms(),
  count: rounds,
  lastOff: lastRest,
});
export type Windows = v.InferOutput<typeof schema>;

/** On and off windows; the stations are the complex done over and over, so no window belongs to one of them. */
export const windows: FormatModule<Windows> = {
  kind: 'windows',
  word: 'On/off windows',
  schema,
  default: { kind: 'windows', onMs: 90_000, offMs: 60_000, count: 6, lastOff: 'drop' },
  settings: {
    count: roundsSetting(6, 'windows', 'window', 'windows'),
    onMs: duration(['work'], 'on', 90_000, '% on', { after: 'on' }, { minMs: 1000, sheet: 'work' }),
    offMs: duration(['rest'], 'off', 60_000, '% off', { after: 'off' }, { sheet: 'rest' }),
    lastOff: lastRestSetting('drop', 'off'),
  },
  openings: [{ keyword: 'windows', source: 'windows\\b' }],
  open: () => 'windows',
  expand: ({ format }) => {
    const pieces: Piece[] = [];
    for (let round = 1; round <= format.count; round++) {
      pieces.push(piece('work', format.onMs, { round }));
      const keeps = round < format.count || format.lastOff === 'keep';
      if (keeps && format.offMs > 0) pieces.push(piece('rest', format.offMs, { round }));
    }
    return pieces;
  },
  traits: { ...USUAL, scope: 'block', cyclic: () => true, complex: true, flows: true },
};
