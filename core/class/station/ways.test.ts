import { expect, it } from 'vitest';
import { newStation } from './edits.ts';
import { waysOf, withWays } from './ways.ts';

const base = newStation('s1', 'Press-up');
const names = (station: Parameters<typeof waysOf>[0]) => waysOf(station).map((w) => `${w.level} ${w.name}`);

it('ways go from the easiest to the hardest, the base among them', () => {
  expect(names(base)).toEqual(['base Press-up']);
  expect(names({ ...base, easier: ['Wall', 'Knees'], harder: ['Clap', 'One arm'] })).toEqual([
    'easier Wall',
    'easier Knees',
    'base Press-up',
    'harder Clap',
    'harder One arm',
  ]);
});

it('a way without impact is the easiest, unless it is one of the others: then that is marked', () => {
  expect(names({ ...base, lowImpact: 'Step', easier: ['Knees'] })).toEqual([
    'lowImpact Step',
    'easier Knees',
    'base Press-up',
  ]);
  expect(names({ ...base, lowImpact: 'Knees', easier: ['Wall', 'Knees'] })).toEqual([
    'easier Wall',
    'lowImpact Knees',
    'base Press-up',
  ]);
});

it('no ways are said as none, so that those of the library do not come back', () => {
  expect(withWays(base, [], ['Clap'])).toEqual({ ...base, easier: [], harder: ['Clap'] });
});
