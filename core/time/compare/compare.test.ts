import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applySteps, newLayout, same, setTimes, stepsBetween } from '../../class/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { comparePlans } from './compare.ts';

const plan = planOf(circuit(stations(3), 40, 20, 3, { roundBreakMs: s(60) }));
const block = plan.blocks[0]!;
const words = (after: typeof plan) => comparePlans(plan, after).map((d) => d.text);

describe('comparing two classes', () => {
  it('finds nothing between a class and itself', () => {
    expect(comparePlans(plan, plan)).toEqual([]);
  });

  it('names what changed, with the length it costs', () => {
    // 9 × 40 + 6 × 20 + 2 × 60 = 600 s; with 45 s of work 645 s.
    const after = {
      ...plan,
      blocks: [{ ...block, format: { ...block.format, workMs: s(45) } as typeof block.format }],
    };
    expect(words(after)).toEqual(['Total 10:00 → 10:45', 'Work 6:00 → 6:45', 'Work 40 s → 45 s']);
  });

  it('tells added, removed, renamed and reordered stations', () => {
    const [one, two, three] = block.stations;
    const swapped = { ...plan, blocks: [{ ...block, stations: [two!, one!, { ...three!, move: 'Row' }] }] };
    expect(words(swapped)).toEqual(['Move 3 → Row', 'Stations in another order']);
    const fewer = { ...plan, blocks: [{ ...block, stations: [one!, two!, { ...three!, id: 'new', move: 'Swing' }] }] };
    expect(words(fewer)).toEqual(['Swing added', 'Move 3 removed']);
  });

  it('tells blocks and single rounds', () => {
    const cell = { ...plan, blocks: [setTimes(block, [{ stationIndex: 1, round: 2 }], { workMs: s(30) })] };
    expect(words(cell)).toContain('Move 2: round 2, work as usual \u2192 30 s');
    expect(comparePlans(plan, { ...plan, blocks: [] })).toContainEqual({ block: 'Main', text: 'Block removed' });
  });

  it('tells every field, each in its words', () => {
    const one = (change: (p: typeof plan) => typeof plan) => words(change(plan));
    const station = (more: object) =>
      one((p) => ({
        ...p,
        blocks: [{ ...block, stations: [{ ...block.stations[0]!, ...more }, ...block.stations.slice(1)] }],
      }));
    const inBlock = (more: object) => one((p) => ({ ...p, blocks: [{ ...block, ...more }] }));
    expect([
      one((p) => ({ ...p, layout: newLayout() })),
      one((p) => ({ ...p, notes: 'Mind the tide' })),
      one((p) => ({ ...p, voice: { name: 'rms', rate: 1.2 } })),
      one((p) => ({ ...p, getReadyMs: 8000 })),
      one((p) => ({ ...p, squads: ['Heron', 'Teal'] })),
      inBlock({ musicBpm: 128 }),
      inBlock({ role: 'finisher' }),
      inBlock({ floorMs: 300_000 }),
      station({ kit: ['rope'] }),
      station({ tempo: { downMs: 3000, holdMs: 0, upMs: 1000, topMs: 0 } }),
      station({ weightKg: 16 }),
      station({ sides: { mode: 'byRound', first: 'right' } }),
      station({ reps: { count: 8, per: 'side' } }),
      station({ phases: [{ when: 'half', say: 'pulse' }] }),
      station({ cells: [{ round: 2, swap: { move: 'Swing' } }] }),
    ]).toEqual([
      ['Room plan changed'],
      ['Notes none \u2192 Mind the tide'],
      ['Voice changed'],
      ['Get ready 5 s \u2192 8 s'],
      ['Squads none \u2192 Heron, Teal'],
      ['Tempo of the music none \u2192 128'],
      ['Part of the class Main \u2192 Finisher'],
      ['Floor none \u2192 5:00'],
      ['Move 1: kit none \u2192 rope'],
      ['Move 1: tempo changed'],
      ['Move 1: weight none \u2192 16 kg'],
      ['Move 1: sides both sides at once \u2192 by round, right first'],
      ['Move 1: reps none \u2192 8 a side'],
      ['Move 1: phases changed'],
      ['Move 1: round 2, move as usual \u2192 Swing'],
    ]);
  });

  it('600 pairs of random classes: never the same unless they are', () => {
    fc.assert(
      fc.property(planArb, planArb, (a, b) => {
        expect(comparePlans(a, b).length > 0).toBe(!same(a, b));
        expect(comparePlans(a, a)).toEqual([]);
      }),
      { numRuns: 600 },
    );
  });

  it('one field changed in a random class is told', () => {
    fc.assert(
      fc.property(planArb, planArb, fc.nat(), (a, b, n) => {
        const steps = stepsBetween(a, { ...b, id: a.id });
        const step = steps[n % Math.max(1, steps.length)];
        const after = step ? applySteps(a, [step]) : a;
        expect(comparePlans(a, after).length > 0).toBe(!same(a, after));
      }),
      { numRuns: 600 },
    );
  });
});
