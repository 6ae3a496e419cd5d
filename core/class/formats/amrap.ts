import * as v from 'valibot';
import { ms } from '../values/index.ts';
import { duration } from './common.ts';
import { type FormatModule, USUAL } from './module.ts';
import { piece } from './piece.ts';

const schema = v.strictObject({
  kind: v.literal('amrap'),
  capMs: ms(1),
  /** For time: the complex once through, ended early when it is done. */
  forTime: v.boolean(),
});
export type Amrap = v.InferOutput<typeof schema>;

/** As many rounds as possible, or for time: one work interval up to the cap; "for time" may end early. */
export const amrap: FormatModule<Amrap> = {
  kind: 'amrap',
  word: 'AMRAP',
  about: 'As many rounds as people manage before the time is up, or so many against the clock.',
  wordOf: ({ forTime }) => (forTime ? 'For time' : 'AMRAP'),
  schema,
  default: { kind: 'amrap', capMs: 480_000, forTime: false },
  settings: {
    capMs: duration(
      ['cap', 'bare', 'work'],
      'cap',
      480_000,
      'cap %',
      { before: 'cap' },
      { minMs: 1000, sheet: 'work' },
    ),
    forTime: {
      type: 'choice',
      roles: ['forTime'],
      name: 'how it ends',
      silent: false,
      say: () => null,
      options: [
        [false, 'as many rounds as possible'],
        [true, 'for time'],
      ],
      before: '',
    },
  },
  openings: [
    { keyword: 'amrap', source: 'amrap\\b', says: { forTime: false } },
    { keyword: 'for time', source: 'for\\s+time\\b', says: { forTime: true } },
  ],
  open: ({ forTime }) => (forTime ? 'for time' : 'amrap'),
  expand: ({ format }) => [piece('work', format.capMs, { round: 1, about: format.forTime })],
  traits: {
    ...USUAL,
    scope: 'block',
    cyclic: () => true,
    complex: true,
    flows: true,
    timed: false,
    fullEffort: 'A race against the clock: form goes first.',
  },
};
