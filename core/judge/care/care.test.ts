import { describe, expect, it } from 'vitest';
import { block, circuit, format, planOf, stations } from '../../test/build.ts';
import { on, TEST_LIBRARY } from '../../test/moves.ts';
import { cautionOf, cautionsBefore } from './care.ts';

const keys = (...blocks: Parameters<typeof planOf>) =>
  cautionsBefore(planOf(...blocks), TEST_LIBRARY).map((c) => c.key);
const ALWAYS = ['screening', 'options', 'floor', 'venue'];

describe('what to see to before the first run', () => {
  it('is four things in every class', () => {
    expect(keys(circuit(on('Squat', 'Push'), 40, 20, 2))).toEqual(ALWAYS);
    expect(keys()).toEqual(ALWAYS);
  });

  it('and the low option, once, where anybody lands hard', () => {
    expect(keys(circuit(on('Jump', 'Squat'), 40, 20, 2), circuit(on('Leap'), 40, 20, 2))).toEqual([
      ...ALWAYS,
      'landing',
    ]);
  });

  it('and each hard format once', () => {
    const tabata = () => block(format('tabata'), stations(1));
    expect(keys(tabata(), circuit(on('Squat'), 40, 20, 2), tabata(), block(format('amrap'), stations(2)))).toEqual([
      ...ALWAYS,
      'hard:tabata',
      'hard:amrap',
    ]);
  });
});

describe('the caution of a block', () => {
  it('goes by its format, and says when beginners should not', () => {
    const ladder = block(format('ladder'), stations(1));
    expect(cautionOf(ladder, { level: 'mixed' })?.text).toBe(
      'Rising to full effort with no rest between rungs. Not after illness or without clearance.',
    );
    expect(cautionOf(ladder, { level: 'beginner' })?.text).toMatch(/ Not for beginners\.$/);
    expect(cautionOf(block(format('emom'), stations(1)), { level: 'beginner' })).toBeNull();
  });
});
