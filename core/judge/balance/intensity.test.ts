import { describe, expect, it } from 'vitest';
import { libraryOf } from '../../moves/index.ts';
import { block, circuit, format, planOf } from '../../test/build.ts';
import { move, on } from '../../test/moves.ts';
import { compile } from '../../time/index.ts';
import { hardBefore, hardnessOf, intensityAt, intensityOf, openingEffort } from './intensity.ts';
import { boutsOf } from './work.ts';

const library = libraryOf([
  move('Five', { effort: 5 }),
  move('Four', { effort: 4 }),
  move('Three', { effort: 3 }),
  move('One', { effort: 1 }),
]);
const curve = (...blocks: Parameters<typeof planOf>) => {
  const plan = planOf(...blocks);
  return intensityOf(plan, compile(plan), library);
};

describe('the intensity curve', () => {
  it('rises by half of what is missing in 30 s and falls by half in 60 s', () => {
    const c = curve(circuit(on('Five'), 60, 60, 2));
    // From 1 to 5: after 30 s 3, after 60 s 4; then down to 1 by half in 60 s: 2.5
    expect(intensityAt(c, 30_000)).toBeCloseTo(3, 4);
    expect(intensityAt(c, 60_000)).toBeCloseTo(4, 4);
    expect(intensityAt(c, 120_000)).toBeCloseTo(2.5, 4);
    expect(c.seconds).toHaveLength(180);
  });

  it('takes a full-effort format a step above its moves', () => {
    const tabata = curve(block(format('tabata', { rounds: 1, workMs: 30_000, lastRest: 'drop' }), on('Four')));
    // Effort 5, from 1: half of the way in 30 s
    expect(intensityAt(tabata, 30_000)).toBeCloseTo(3, 4);
  });

  it('counts what is not known as rest, and says so', () => {
    const c = curve(circuit(on('Kelp'), 60, 0, 1));
    expect([Math.max(...c.seconds), c.atLeast]).toEqual([1, true]);
    expect(curve(circuit(on('Five'), 60, 0, 1)).atLeast).toBe(false);
  });

  it('tells the seconds at four, and the longest stretch without a minute below three', () => {
    // 5 - 4 x 0.5^(t/30) is 3.5 at t = 42.45 s: of 120 s the last 78 and a part; the end of second 43 is the first above.
    const one = hardnessOf(curve(circuit(on('Five'), 120, 0, 1)));
    expect(one.hardS).toBe(78);
    // It is 3 at 30 s: seconds 30 to 120.
    expect([one.stretchS, one.stretchFromS]).toEqual([91, 29]);
    // 95 s of rest: down from 4.75 to 3 in 54 s (1 + 3.75 x 0.5^(t/60) = 3), then 41 s and 14 s to climb back: less than a minute.
    const joined = hardnessOf(curve(circuit(on('Five'), 120, 95, 2)));
    expect(joined.stretchS).toBeGreaterThan(300);
    // 180 s of rest end it.
    expect(hardnessOf(curve(circuit(on('Five'), 120, 180, 2))).stretchS).toBeLessThan(160);
  });

  it('sums what was hard before each second', () => {
    const c = curve(circuit(on('Five'), 120, 0, 1));
    const before = hardBefore(c);
    expect([before[0], before[42], before[43], before[120]]).toEqual([0, 0, 1, 78]);
  });

  it('never leaves 1 to 5, and effort three never counts as four', () => {
    const c = curve(circuit(on('Three', 'Five', 'One'), 40, 7, 9));
    expect(Math.min(...c.seconds)).toBeGreaterThanOrEqual(1);
    expect(Math.max(...c.seconds)).toBeLessThanOrEqual(5);
    expect(hardnessOf(curve(circuit(on('Three'), 3600, 0, 1))).hardS).toBe(0);
  });
});

describe('the effort the main part begins with', () => {
  const opens = (...blocks: Parameters<typeof planOf>) => {
    const plan = planOf(...blocks);
    return openingEffort(plan, boutsOf(plan, compile(plan), library));
  };
  const atStations = (...names: string[]) => ({ ...circuit(on(...names), 30, 0, 2), use: 'stations' as const });

  it('is that of the first move done together', () => {
    expect(opens(circuit(on('Three', 'Five'), 30, 0, 2), circuit(on('One'), 30, 0, 1))).toBe(3);
  });

  it('is at stations that of the whole first round of the first block, whatever comes after', () => {
    // Everybody begins somewhere: (3 + 5) / 2
    expect(opens(atStations('Three', 'Five'), atStations('One', 'One'))).toBe(4);
  });

  it('is not known where nothing of it is', () => {
    expect(opens(circuit(on('Kelp'), 30, 0, 1))).toBeNull();
    expect(opens()).toBeNull();
  });
});
