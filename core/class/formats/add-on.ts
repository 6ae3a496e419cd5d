import * as v from 'valibot';
import { ms } from '../values/index.ts';
import { duration } from './common.ts';
import { type FormatModule, USUAL } from './module.ts';
import { type Piece, piece } from './piece.ts';
import { visitsOfRound, workPiece } from './visits.ts';

const schema = v.strictObject({
  kind: v.literal('addOn'),
  workMs: ms(1),
  restMs: ms(),
  withinMs: ms(),
  order: v.picklist(['newestFirst', 'oldestFirst']),
  reverse: v.boolean(),
});
export type AddOn = v.InferOutput<typeof schema>;

/**
 * Block k does stations k…1 (newest first) or 1…k (oldest first), n blocks; the reverse pass does the same with the
 * stations numbered backwards. A rest stands between blocks, `within` between the stations of one.
 */
export const addOn: FormatModule<AddOn> = {
  kind: 'addOn',
  word: 'Add-on',
  about: 'Each turn does all moves so far and one more: a stair that grows.',
  schema,
  default: { kind: 'addOn', workMs: 30_000, restMs: 45_000, withinMs: 0, order: 'newestFirst', reverse: false },
  settings: {
    workMs: duration(['work', 'bare'], 'work', 30_000, '% work', { after: 'work' }, { minMs: 1000, sheet: 'work' }),
    restMs: duration(['rest'], 'rest', 45_000, '% rest', { after: 'rest after each turn' }, { drag: true }),
    withinMs: {
      ...duration(['within'], 'time between stations', 0, '', { after: 'between stations' }, { sheet: 'rest' }),
      say: (ms, d) => (ms > 0 ? `${d(ms)} between stations` : null),
    },
    order: {
      type: 'choice',
      roles: ['order'],
      name: 'order',
      silent: 'newestFirst',
      say: (order) => (order === 'oldestFirst' ? 'oldest first' : null),
      options: [
        ['newestFirst', 'newest first'],
        ['oldestFirst', 'oldest first'],
      ],
      before: '',
    },
    reverse: {
      type: 'choice',
      roles: ['reverse'],
      name: 'reverse pass',
      silent: false,
      say: (reverse) => (reverse ? 'reverse' : null),
      options: [
        [false, 'no reverse pass'],
        [true, 'back again in reverse'],
      ],
      before: 'and',
    },
  },
  openings: [{ keyword: 'add-on', source: 'add[- ]?ons?\\b' }],
  open: () => 'add-on',
  expand: ({ stations, format }) => {
    const n = stations.length;
    const appearances = new Array<number>(n).fill(0);
    const passes = format.reverse ? [(k: number) => k, (k: number) => n - 1 - k] : [(k: number) => k];
    const pieces: Piece[] = [];
    const blocks = passes.length * n;
    for (let b = 0; b < blocks; b++) {
      const indexOf = passes[Math.floor(b / n)] ?? ((k: number) => k);
      const size = (b % n) + 1;
      const order = Array.from({ length: size }, (_, i) => indexOf(format.order === 'newestFirst' ? size - 1 - i : i));
      order.forEach((stationIndex, i) => {
        const station = stations[stationIndex];
        if (!station) return;
        const visits = visitsOfRound([station], appearances[stationIndex] ?? 0, () => stationIndex);
        appearances[stationIndex] = (appearances[stationIndex] ?? 0) + 1;
        visits.forEach((visit, j) => {
          pieces.push(workPiece(station, visit, b + 1, station.workMs ?? format.workMs));
          const lastOfBlock = j === visits.length - 1 && i === size - 1;
          if (lastOfBlock && b === blocks - 1) return;
          const gapMs = lastOfBlock ? format.restMs : (visit.ownGapMs ?? format.withinMs);
          if (gapMs > 0) pieces.push(piece('rest', gapMs, { stationIndex, round: b + 1 }));
        });
      });
    }
    return pieces;
  },
  traits: { ...USUAL, scope: 'station', chain: true, flows: true, roundRest: true },
};
