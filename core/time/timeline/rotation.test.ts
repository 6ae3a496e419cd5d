import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../test/build.ts';
import { compile } from './compile.ts';
import { groupAt, groupsFor, rotationChart, sharing, whereAll } from './rotation.ts';

const chart = (n: number, rounds: number, groupSize: number | null = null) => {
  const block = { ...circuit(stations(n), 40, 20, rounds, { groupSize }), use: 'stations' as const };
  return rotationChart(block, 0, compile({ blocks: [block] }).intervals);
};

describe('rotation', () => {
  it('for 2–16 stations and 2–40 people, every group meets every station once a turn; sizes differ by one at most', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 16 }),
        fc.integer({ min: 2, max: 40 }),
        fc.integer({ min: 1, max: 4 }),
        (n, heads, rounds) => {
          const groups = groupsFor(n, heads);
          const sizes = groups.map((g) => g.size);
          expect(sizes.reduce((a, b) => a + b, 0)).toBe(heads);
          expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
          const turns = chart(n, rounds);
          expect(turns).toHaveLength(n * rounds);
          for (let full = 0; full < rounds; full++) {
            for (const { index } of groups) {
              const met = turns.slice(full * n, (full + 1) * n).map((t) => t.stations[index]!);
              expect([...met].sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, k) => k));
            }
          }
          // No two groups at one station, and each station knows who is there.
          for (const t of turns) {
            expect(new Set(t.stations).size).toBe(n);
            for (const [g, s] of t.stations.entries()) expect(groupAt(s, t.interval.stationIndex!, n)).toBe(g);
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it('by hand: three stations, two rounds', () => {
    expect(chart(3, 2).map((t) => t.stations)).toEqual([
      [0, 1, 2],
      [1, 2, 0],
      [2, 0, 1],
      [0, 1, 2],
      [1, 2, 0],
      [2, 0, 1],
    ]);
  });

  it('station by station, groups stay for all sets before they move on', () => {
    expect(chart(2, 2, 1).map((t) => t.stations)).toEqual([
      [0, 1],
      [0, 1],
      [1, 0],
      [1, 0],
    ]);
  });

  it('squads are dealt out in turn and give the groups their names', () => {
    expect(groupsFor(3, 8, ['Heron', 'Teal', 'Curlew', 'Plover']).map((g) => [g.name, g.size])).toEqual([
      ['Heron and Plover', 3],
      ['Teal', 3],
      ['Curlew', 2],
    ]);
  });

  it('says where everybody is, in stations use alone', () => {
    const block = { ...circuit(stations(3), 40, 20, 1), use: 'stations' as const };
    const plan = planOf(block);
    const second = compile(plan).intervals.find((i) => i.stationIndex === 1)!;
    expect(whereAll(plan, second, 7)!.map((x) => [x.group.size, x.station])).toEqual([
      [3, 1],
      [2, 2],
      [2, 0],
    ]);
    expect(whereAll(planOf({ ...block, use: 'together' }), second, 7)).toBeNull();
  });

  it('tells how many wait where kit is shared', () => {
    expect(sharing(5, 2)).toEqual({ together: 2, waiting: 3 });
    expect(sharing(2, 4)).toEqual({ together: 2, waiting: 0 });
  });
});
