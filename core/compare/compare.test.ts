import { describe, expect, it } from 'vitest';
import { setTimes } from '../plan/index.ts';
import { circuit, planOf, s, stations } from '../test/build.ts';
import { comparePlans } from './index.ts';

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
});
