import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArb } from '../../test/arbitrary.ts';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { same } from '../values/index.ts';
import { updateBlock } from './edits.ts';
import type { Plan } from './schema.ts';
import { applySteps, inverseOf, type Step, stepsBetween } from './steps.ts';

const plan: Plan = planOf(
  { ...circuit(stations(3), 40, 20, 3), id: 'main' },
  { ...circuit(stations(2), 30, 10, 1), id: 'end' },
);
const json = (steps: readonly Step[]) => JSON.parse(JSON.stringify(steps)) as Step[];

describe('steps between two classes', () => {
  it('are small, and name their place', () => {
    const after = updateBlock({ ...plan, title: 'Low water' }, 'main', (b) => ({
      ...b,
      format: { ...b.format, workMs: s(45) } as typeof b.format,
      stations: [b.stations[2]!, b.stations[0]!],
    }));
    expect(stepsBetween(plan, after)).toEqual([
      { do: 'set', path: ['title'], value: 'Low water' },
      { do: 'take', path: ['blocks', 'main', 'stations'], name: 's2' },
      { do: 'order', path: ['blocks', 'main', 'stations'], names: ['s3', 's1'] },
      { do: 'set', path: ['blocks', 'main', 'format', 'workMs'], value: 45_000 },
    ]);
    expect(stepsBetween(plan, { ...plan })).toEqual([]);
  });

  it('do the same to a class that has changed elsewhere meanwhile', () => {
    const fixed = updateBlock(plan, 'main', (b) => ({
      ...b,
      format: { ...b.format, restMs: s(25) } as typeof b.format,
    }));
    const steps = stepsBetween(plan, fixed);
    const typed = { ...plan, title: 'Typed since', blocks: [...plan.blocks].reverse() };
    const both = applySteps(typed, steps);
    expect([both.title, both.blocks.map((b) => b.id)]).toEqual(['Typed since', ['end', 'main']]);
    expect(both.blocks[1]?.format).toMatchObject({ restMs: 25_000, workMs: 40_000 });
  });

  it('do nothing where their place is gone, and give the same value', () => {
    const steps = stepsBetween(
      plan,
      updateBlock(plan, 'end', (b) => ({ ...b, title: 'Finisher' })),
    );
    const without = { ...plan, blocks: plan.blocks.slice(0, 1) };
    expect(applySteps(without, steps)).toBe(without);
    expect(applySteps(plan, [])).toBe(plan);
  });

  it('600 pairs of random classes: there, as JSON, and back, exactly', () => {
    fc.assert(
      fc.property(planArb, planArb, (before, after) => {
        const steps = json(stepsBetween(before, after));
        expect(same(applySteps(before, steps), after)).toBe(true);
        expect(same(applySteps(after, json(inverseOf(before, steps))), before)).toBe(true);
        expect(stepsBetween(after, after)).toEqual([]);
      }),
      { numRuns: 600 },
    );
  });
});
