import { describe, expect, it } from 'vitest';
import { parsePlan } from '../../class/index.ts';
import { testId } from '../../test/build.ts';
import { totals } from '../../time/index.ts';
import { planOfShape } from './shape.ts';

describe('a class from its shape', () => {
  it('45 minutes, stations, 12 people, 2 : 1', () => {
    const plan = planOfShape({ minutes: 45, use: 'stations', heads: 12, ratio: 2 }, testId);
    expect(parsePlan(plan).ok).toBe(true);
    const main = plan.blocks[1]!;
    expect([main.use, main.stations.length, plan.heads]).toEqual(['stations', 6, 12]);
    const f = main.format as { workMs: number; restMs: number };
    expect(f.workMs / f.restMs).toBeCloseTo(2, 0);
    const { spareMs } = totals(plan);
    expect(spareMs).toBeGreaterThanOrEqual(0);
    expect(spareMs).toBeLessThanOrEqual(60_000);
  });

  it.each([15, 20, 30, 60])('%i minutes never run over', (minutes) => {
    for (const ratio of [1, 2, 5]) {
      const { spareMs } = totals(planOfShape({ minutes, use: 'together', heads: null, ratio }, testId));
      expect(spareMs).toBeGreaterThanOrEqual(0);
    }
  });
});
