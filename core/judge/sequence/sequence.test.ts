import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circuit } from '../../test/build.ts';
import { on, TEST_LIBRARY } from '../../test/moves.ts';
import { runs } from '../../test/runs.ts';
import { featuresOf, type OrderProblem, orderProblem, runsOf, SCHOOL_WEIGHTS } from './problem.ts';
import { costOf, findOrder, mulberry32 } from './search.ts';

function* permutations(items: readonly number[]): Generator<number[]> {
  if (items.length < 2) yield [...items];
  for (const [k, first] of items.entries())
    if (items.length > 1) for (const rest of permutations(items.filter((_, j) => j !== k))) yield [first, ...rest];
}

/** The cheapest of all orders of the runs, by trying each. */
function bruteForce(problem: OrderProblem): number {
  let best = Number.POSITIVE_INFINITY;
  for (const runs of permutations(problem.runs.map((_, r) => r)))
    best = Math.min(
      best,
      costOf(
        problem,
        runs.flatMap((r) => problem.runs[r]!),
      ),
    );
  return best;
}

function randomProblem(size: number, seed: number, more: Partial<OrderProblem> = {}): OrderProblem {
  const random = mulberry32(seed);
  const row = () => Array.from({ length: size }, () => Math.floor(random() * 100) / 10);
  return {
    size,
    pair: Array.from({ length: size }, row),
    place: Array.from({ length: size }, row),
    cyclic: random() < 0.5,
    runs: Array.from({ length: size }, (_, k) => [k]),
    pinned: Array.from({ length: size }, () => null),
    ...more,
  };
}

/** Joins some neighbours and pins some stations where they are. */
function constrained(problem: OrderProblem, seed: number): OrderProblem {
  const random = mulberry32(seed);
  const runs: number[][] = [];
  for (let k = 0; k < problem.size; k++) {
    const last = runs.at(-1);
    if (last && random() < 0.25) last.push(k);
    else runs.push([k]);
  }
  return { ...problem, runs, pinned: problem.pinned.map((_, k) => (random() < 0.2 ? k : null)) };
}

describe('exact order', () => {
  it('equals brute force on 200 random sets of up to 8 stations, with pins and runs', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const size = 2 + (seed % 7);
      const plain = randomProblem(size, seed);
      const problem = seed % 2 ? plain : constrained(plain, seed);
      const found = findOrder(problem, 1);
      expect(found?.exact).toBe(true);
      expect(found!.cost).toBeCloseTo(bruteForce(problem), 6);
      expect(costOf(problem, found!.order)).toBeCloseTo(found!.cost, 6);
    }
  });

  it('handles none, one and two stations', () => {
    expect(findOrder(randomProblem(0, 1), 1)?.order).toEqual([]);
    expect(findOrder(randomProblem(1, 1), 1)?.order).toEqual([0]);
    expect(findOrder(randomProblem(2, 1), 1)?.order).toHaveLength(2);
  });
});

describe('searched order', () => {
  it('keeps pins and runs, and gives each station once, for 13 to 24 stations', () => {
    fc.assert(
      fc.property(fc.integer({ min: 13, max: 24 }), fc.integer({ min: 1, max: 1e6 }), (size, seed) => {
        const problem = constrained(randomProblem(size, seed), seed + 1);
        const { order } = findOrder(problem, seed)!;
        expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: size }, (_, k) => k));
        for (const [k, pin] of problem.pinned.entries()) if (pin !== null) expect(order.indexOf(k)).toBe(pin);
        for (const run of problem.runs)
          for (const [i, s] of run.entries()) expect(order.indexOf(s)).toBe(order.indexOf(run[0]!) + i);
      }),
      { numRuns: 4 },
    );
  });

  it('the same seed finds the same order; a stop gives nothing', () => {
    const problem = randomProblem(14, 7);
    expect(findOrder(problem, 3)).toEqual(findOrder(problem, 3));
    expect(findOrder(problem, 3, () => false)).toBeNull();
  });

  it('is within 2 % of the best of 50 long runs on 20 stations', () => {
    const block = circuit(
      on(...Array.from({ length: 20 }, (_, k) => TEST_LIBRARY.moves[(k * 7) % TEST_LIBRARY.moves.length]!.name)),
      40,
      20,
      3,
    );
    const problem = orderProblem({ block, weights: SCHOOL_WEIGHTS.spread, pinned: [], walkM: null }, TEST_LIBRARY);
    let best = Number.POSITIVE_INFINITY;
    for (let seed = 1; seed <= runs(50, 10); seed++) best = Math.min(best, findOrder(problem, seed * 31)!.cost);
    expect(findOrder(problem, 1)!.cost).toBeLessThanOrEqual(best * 1.02);
  });
});

describe('schools', () => {
  const block = circuit(on('Squat', 'Deep squat', 'Push', 'Band push', 'Hinge', 'Bell'), 40, 20, 2);
  const best = (school: keyof typeof SCHOOL_WEIGHTS) => {
    const request = { block, weights: SCHOOL_WEIGHTS[school], pinned: [], walkM: null };
    return featuresOf(request, TEST_LIBRARY, findOrder(orderProblem(request, TEST_LIBRARY), 1)!.order);
  };
  it('spread puts no two of an area side by side; cluster puts them all', () => {
    expect(best('spread').sameArea).toBe(0);
    // Squats overlap whole, pushes whole, hinge and bell by a half: 1 + 1 + 0.5
    expect(best('cluster').sameArea).toBe(2.5);
  });

  it('left and right side by side stay together, and so does a chain', () => {
    expect(runsOf(on('Hold', 'Lunge left', 'Lunge right', 'Squat'))).toEqual([[0], [1, 2], [3]]);
    const chain = on('Lunge', 'Hinge', 'Squat').map((x, k) =>
      k < 2 ? { ...x, sides: { mode: 'chain' as const, first: 'left' as const, breakMs: 0 } } : x,
    );
    expect(runsOf(chain)).toEqual([[0, 1], [2]]);
  });
});
