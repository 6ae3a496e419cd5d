import { describe, expect, it } from 'vitest';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { planProblems, structureProblems } from './problems.ts';

describe('what a well-formed plan can have wrong', () => {
  it('is nothing for a sound class', () => {
    expect(planProblems(planOf(circuit(stations(3), 40, 20, 3)))).toEqual([]);
  });

  it('work longer than its minute, also by reps or in a single round', () => {
    const minute = (change: Parameters<typeof stations>[1]) =>
      planProblems(planOf(block(format('emom'), stations(1, change))));
    expect(minute((x) => ({ ...x, workMs: s(61) }))[0]?.message).toBe(
      'Move 1: 61 s of work do not fit into a period of 60 s',
    );
    expect(minute((x) => ({ ...x, reps: { count: 21, per: 'total' } }))[0]?.message).toContain('63 s');
    expect(minute((x) => ({ ...x, cells: [{ round: 2, workMs: s(70) }] }))[0]?.path).toBe('blocks[0].stations[0]');
    expect(minute((x) => ({ ...x, workMs: s(60) }))).toEqual([]);
  });

  it('an id used twice', () => {
    const b = circuit(
      stations(2, (x) => ({ ...x, id: 'same' })),
      40,
      20,
      1,
    );
    expect(planProblems(planOf(b, b)).map((p) => p.path)).toEqual([
      'blocks[1].id',
      'blocks[0].stations[1].id',
      'blocks[1].stations[1].id',
    ]);
  });

  it('a round set beyond the last', () => {
    const b = circuit(
      stations(1, (x) => ({ ...x, cells: [{ round: 4, workMs: s(30) }] })),
      40,
      20,
      3,
    );
    expect(planProblems(planOf(b))).toEqual([
      { path: 'blocks[0].stations[0].cells', message: 'Move 1: round 4 is set, but there are 3' },
    ]);
  });
});

describe('the size of a class', () => {
  const blocksOf = (n: number) =>
    Array.from({ length: n }, (_, k) => ({ ...circuit(stations(10), 30, 10, 20), id: `block-${k}` }));

  it('is bounded by its intervals: 200 sets and 199 rests a block, 25 blocks fit and 26 do not', () => {
    // 25 × 399 = 9,975; 26 × 399 = 10,374
    expect(structureProblems(planOf(...blocksOf(25)))).toEqual([]);
    expect(structureProblems(planOf(...blocksOf(26)))).toEqual([
      { path: 'blocks[25]', message: 'The class has more than 10000 intervals up to here' },
    ]);
  });
});
