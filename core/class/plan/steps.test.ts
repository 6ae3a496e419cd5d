import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArb } from '../../test/arbitrary.ts';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { same } from '../values/index.ts';
import { addBlock, moveBlock, removeBlock, updateBlock } from './edits.ts';
import type { Plan } from './schema.ts';
import { applySteps, composed, inverseOf, mappedOver, type Step, stepsBetween } from './steps.ts';

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

/** A small change by somebody: the nth of their kind. */
const EDITS: ((p: Plan, n: number) => Plan)[] = [
  (p, n) => ({ ...p, title: `Title ${n}` }),
  (p, n) => ({ ...p, heads: (n % 60) + 1 }),
  (p, n) => updateBlock(p, p.blocks[n % 5]?.id ?? '', (b) => ({ ...b, title: `Block ${n}` })),
  (p, n) => moveBlock(p, p.blocks.at(-1)?.id ?? '', n % p.blocks.length || 0),
  (p, n) => removeBlock(p, p.blocks[n % 5]?.id ?? ''),
  (p, n) => addBlock(p, { ...circuit(stations(1), 30, 10, 1), id: `new-${n}` }, n % (p.blocks.length + 1)),
];
const edited = (p: Plan, ns: readonly number[]) => ns.reduce((q, n) => EDITS[n % EDITS.length]!(q, n), p);
const doings = fc.array(fc.nat(9999), { maxLength: 6 });

describe('steps after steps', () => {
  it('as one list do what they do one after the other, and are taken back as one', () => {
    fc.assert(
      fc.property(planArb, doings, doings, (before, a, b) => {
        const between = edited(before, a);
        const after = edited(between, b);
        const all = json(composed(stepsBetween(before, between), stepsBetween(between, after)));
        expect(same(applySteps(before, all), after)).toBe(true);
        expect(same(applySteps(after, inverseOf(before, all)), before)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  it('set a field once that is set over and over, but not across what replaced it', () => {
    const title = (value: string): Step => ({ do: 'set', path: ['title'], value });
    const rest = (value: number): Step => ({ do: 'set', path: ['blocks', 'main', 'format', 'restMs'], value });
    expect(composed([title('S'), rest(5000)], [title('Sl')])).toEqual([rest(5000), title('Sl')]);
    const whole: Step = { do: 'set', path: ['blocks', 'main', 'format'], value: plan.blocks[1]!.format };
    expect(composed([rest(5000), whole], [rest(7000)])).toEqual([rest(5000), whole, rest(7000)]);
    const gone: Step = { do: 'take', path: ['blocks'], name: 'main' };
    expect(composed([rest(5000), gone], [rest(7000)])).toEqual([rest(5000), gone, rest(7000)]);
  });

  it('of two who change a class at once leave both with the same one', () => {
    fc.assert(
      fc.property(planArb, doings, doings, (before, a, b) => {
        const [mine, yours] = [stepsBetween(before, edited(before, a)), stepsBetween(before, edited(before, b))];
        const left = mappedOver(before, mine, yours);
        const here = applySteps(applySteps(before, mine), json(left.first));
        const there = applySteps(applySteps(before, yours), json(left.second));
        expect(same(here, there)).toBe(true);
        expect(mappedOver(before, mine, [])).toEqual({ first: [], second: mine });
      }),
      { numRuns: 300 },
    );
  });

  it('keep what each of them did where the other did something else', () => {
    const mine = stepsBetween(plan, removeBlock({ ...plan, title: 'Low water', heads: 12 }, 'end'));
    const yours = stepsBetween(
      { ...plan },
      updateBlock({ ...plan, heads: 20 }, 'main', (b) => ({ ...b, title: 'Seven stations' })),
    );
    const { first } = mappedOver(plan, mine, yours);
    const both = applySteps(applySteps(plan, mine), first);
    expect([both.title, both.heads, both.blocks.map((b) => b.title)]).toEqual(['Low water', 20, ['Seven stations']]);
  });
});

it('a place that is not there is a fault of the program, and throws', () => {
  const block = { ...circuit(stations(1), 30, 10, 1), id: 'new' };
  expect(addBlock(plan, block, 2).blocks.map((b) => b.id)).toEqual(['main', 'end', 'new']);
  for (const at of [-1, 3, 0.5, Number.NaN]) expect(() => addBlock(plan, block, at)).toThrow(RangeError);
});
