import { expect, it } from 'vitest';
import { jumpWords } from './jump-words.ts';

it('says what a jump was taken for, and what else it may be', () => {
  expect(jumpWords({ jumpMs: 180_400, what: 'slept' })).toEqual({
    told: 'This device stood still for 3:00: the class went on meanwhile',
    otherwise: 'Its clock was only set: take that back',
  });
  expect(jumpWords({ jumpMs: 3_600_000, what: 'clockSet' }).told).toBe(
    'The clock of this device was set ahead by 1:00:00: the class goes on as it was',
  );
  expect(jumpWords({ jumpMs: -61_000, what: 'clockSet' })).toEqual({
    told: 'The clock of this device was set back by 1:01: the class goes on as it was',
    otherwise: 'Move the class back too',
  });
});
