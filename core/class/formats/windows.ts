import * as v from 'valibot';
import type { Station } from '../station/index.ts';
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
  /** Parts done on one side at a time: the left in one window, the right in the next. */
  alternate: v.boolean(),
});
export type Windows = v.InferOutput<typeof schema>;

/** Whether a part of a complex is done on one side at a time: it says so by its sides, or by its reps. */
export const isOneSided = ({ sides, reps }: Station) => sides.mode !== 'none' || reps?.per === 'side';

/** On and off windows; the stations are the complex done over and over, so no window belongs to one of them. */
export const windows: FormatModule<Windows> = {
  kind: 'windows',
  word: 'On/off windows',
  about: 'Long stretches of work, the moves in turn inside each, with a rest between.',
  schema,
  default: { kind: 'windows', onMs: 90_000, offMs: 60_000, count: 6, lastOff: 'drop', alternate: false },
  settings: {
    count: roundsSetting(6, 'windows', 'window', 'windows'),
    onMs: duration(['work'], 'on', 90_000, '% on', { after: 'on' }, { minMs: 1000, sheet: 'work' }),
    offMs: duration(['rest'], 'off', 60_000, '% off', { after: 'off' }, { sheet: 'rest' }),
    lastOff: lastRestSetting('drop', 'off'),
    alternate: {
      type: 'choice',
      roles: ['alternate'],
      name: 'sides',
      silent: false,
      say: (alternate) => (alternate ? 'alternate sides by window' : null),
      options: [
        [false, 'both sides in each window'],
        [true, 'sides alternate by window'],
      ],
      before: '',
    },
  },
  openings: [{ keyword: 'windows', source: 'windows\\b' }],
  open: () => 'windows',
  expand: ({ format, stations }) => {
    const oneSided = format.alternate && stations.some(isOneSided);
    const pieces: Piece[] = [];
    for (let round = 1; round <= format.count; round++) {
      const side = oneSided ? (round % 2 === 1 ? 'left' : 'right') : null;
      pieces.push(piece('work', format.onMs, { round, side }));
      const keeps = round < format.count || format.lastOff === 'keep';
      if (keeps && format.offMs > 0) pieces.push(piece('rest', format.offMs, { round }));
    }
    return pieces;
  },
  traits: { ...USUAL, scope: 'block', cyclic: () => true, complex: true, flows: true },
};
