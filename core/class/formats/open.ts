import * as v from 'valibot';
import { ms } from '../values/index.ts';
import { duration } from './common.ts';
import { type FormatModule, USUAL } from './module.ts';
import { piece } from './piece.ts';

const schema = v.strictObject({
  kind: v.literal('open'),
  lengthMs: ms(1),
  untilTap: v.boolean(),
  purpose: v.picklist(['talk', 'water', 'setUp', 'move']),
});
export type Open = v.InferOutput<typeof schema>;

const WORDS: Record<Open['purpose'], string> = {
  talk: 'talk',
  water: 'water',
  setUp: 'set-up',
  move: 'moving freely',
};

/** Talk, water or set-up: one interval, of fixed length or until tapped. */
export const open: FormatModule<Open> = {
  kind: 'open',
  word: 'Open',
  about: 'Time for talk, water or setting up; no moves.',
  schema,
  default: { kind: 'open', lengthMs: 120_000, untilTap: false, purpose: 'talk' },
  settings: {
    lengthMs: duration(['bare', 'length'], 'length', 120_000, '%', {}, { minMs: 1000, sheet: 'work' }),
    purpose: {
      type: 'choice',
      roles: ['purpose'],
      name: 'what for',
      silent: 'talk',
      say: () => null,
      options: [
        ['talk', 'talk'],
        ['water', 'water'],
        ['setUp', 'setting up'],
        ['move', 'moving freely'],
      ],
      before: 'for',
    },
    untilTap: {
      type: 'choice',
      roles: ['untilTap'],
      name: 'how it ends',
      silent: false,
      say: (untilTap) => (untilTap ? 'until tapped' : null),
      options: [
        [false, 'then on by itself'],
        [true, 'until I tap'],
      ],
      waits: true,
      before: '',
    },
  },
  openings: [
    { keyword: 'talk', source: 'talk\\b', says: { purpose: 'talk' } },
    { keyword: 'water', source: 'water\\b', says: { purpose: 'water' } },
    { keyword: 'set-up', source: 'set(?:ting)?[- ]up\\b', says: { purpose: 'setUp' } },
    { keyword: 'moving', source: '(?:moving|move)\\s+freely\\b', says: { purpose: 'move' } },
    { keyword: 'open', source: 'open\\b' },
  ],
  open: ({ purpose }) => WORDS[purpose],
  expand: ({ format }) => [piece('open', format.lengthMs, { untilTap: format.untilTap, about: format.untilTap })],
  traits: {
    ...USUAL,
    scope: 'block',
    timed: false,
    purpose: ({ purpose }) => purpose,
    stations: 'none',
    role: 'other',
  },
};
