import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Fixture,
  type Layout,
  newLayout,
  placeStations,
  putFixture,
  ROOM_SHAPES,
  reshapeRoom,
  type Spot,
  spotsOf,
} from '../../class/index.ts';
import { circuit, planOf, stations } from '../../test/build.ts';
import { TEST_LIBRARY } from '../../test/moves.ts';
import { outlineOf, roomAround, waysIn } from './room.ts';
import { setOut } from './set-out.ts';
import { alongShortestRound, metresOf, shortestRound, walkOf, walkTable } from './tour.ts';

const room = (fixtures: Fixture[] = [], more: Partial<Layout> = {}): Layout => ({
  ...newLayout(),
  widthM: 10,
  depthM: 6,
  fixtures,
  ...more,
});
const wall = (x: number, y: number, widthM: number, depthM: number): Fixture => ({
  id: `wall-${x}-${y}`,
  kind: 'wall',
  x,
  y,
  widthM,
  depthM,
});
const block = (n: number) => ({ ...circuit(stations(n), 40, 20, 2), id: 'main', use: 'stations' as const });
const planWith = (layout: Layout, n: number, spots: Spot[] = []) => ({
  ...planOf(block(n)),
  layout: { ...layout, spots: spots.map((p, k) => ({ blockId: 'main', stationId: `s${k + 1}`, ...p })) },
});
/** The area an outline encloses (shoelace formula), m². */
const areaOf = (points: readonly Spot[]) =>
  Math.abs(
    points.reduce((sum, a, k) => {
      const b = points[(k + 1) % points.length]!;
      return sum + a.x * b.y - b.x * a.y;
    }, 0),
  ) / 2;

describe('the room', () => {
  it('each shape leaves out what its cut says', () => {
    const area = (shape: Layout['shape']) => areaOf(outlineOf(room([], { shape, cutWidthM: 4, cutDepthM: 2 })));
    expect(ROOM_SHAPES.map(area)).toEqual([60, 52, 52, 52]);
  });

  it('tells how much room there is round a point', () => {
    expect(roomAround(room(), { x: 3, y: 2 })).toBe(2);
    expect(roomAround(room([wall(4, 1, 0.2, 3)]), { x: 3.5, y: 2 })).toBeCloseTo(0.5);
    expect(roomAround(room([], { shape: 'corner', cutWidthM: 4, cutDepthM: 2 }), { x: 8, y: 5 })).toBe(0);
  });

  it('keeps what is placed inside when it shrinks', () => {
    const plan = putFixture(planWith(room(), 1, [{ x: 9, y: 5 }]), wall(7, 5, 3, 0.2));
    const { layout } = reshapeRoom(plan, { widthM: 5, depthM: 4 });
    expect(layout?.spots[0]).toMatchObject({ x: 5, y: 4 });
    expect(layout?.fixtures[0]).toMatchObject({ x: 2, y: 3.8 });
  });
});

describe('ways on foot', () => {
  it('straight where nothing stands between', () => {
    expect(waysIn(room())({ x: 1, y: 1 }, { x: 4, y: 5 })).toEqual({
      metres: 5,
      points: [
        { x: 1, y: 1 },
        { x: 4, y: 5 },
      ],
    });
  });

  it('round the end of a wall, a body’s half width from it', () => {
    // From (3, 1) to (4.7, 4.3), along to (5.5, 4.3), to (7, 1): 3.712 + 0.8 + 3.625.
    const way = waysIn(room([wall(5, 0, 0.2, 4)]))({ x: 3, y: 1 }, { x: 7, y: 1 });
    expect(way?.metres).toBeCloseTo(8.137, 3);
    expect(way?.points).toHaveLength(4);
  });

  it('none where a wall shuts the room in two', () => {
    expect(waysIn(room([wall(5, 0, 0.2, 6)]))({ x: 3, y: 1 }, { x: 7, y: 1 })).toBeNull();
  });

  it('round the part that the shape leaves out', () => {
    const bay = room([], { shape: 'bay', cutWidthM: 2, cutDepthM: 4 });
    // Both feet of the bay, 1 m from its lower wall: up to y = 1.7, 2.6 m across, and down again.
    const way = waysIn(bay)({ x: 3.7, y: 5 }, { x: 6.3, y: 5 });
    expect(way?.metres).toBeCloseTo(3.3 + 2.6 + 3.3, 6);
  });

  it('are never shorter than straight, the same both ways, and never through a wall', () => {
    const at = fc.record({ x: fc.integer({ min: 3, max: 97 }), y: fc.integer({ min: 3, max: 57 }) });
    const metre = (p: Spot) => ({ x: p.x / 10, y: p.y / 10 });
    fc.assert(
      fc.property(
        at,
        at,
        fc.array(
          fc.record({
            x: fc.integer({ min: 0, max: 80 }),
            y: fc.integer({ min: 0, max: 40 }),
            w: fc.integer({ min: 2, max: 30 }),
            d: fc.integer({ min: 2, max: 20 }),
          }),
          { maxLength: 4 },
        ),
        (a, b, walls) => {
          const made = walls.map((r, k) => ({ ...wall(r.x / 10, r.y / 10, r.w / 10, r.d / 10), id: `wall-${k}` }));
          const layout = room(made);
          const [from, to] = [metre(a), metre(b)];
          fc.pre(roomAround(layout, from) > 0.3 && roomAround(layout, to) > 0.3);
          const way = waysIn(layout)(from, to);
          const back = waysIn(layout)(to, from);
          expect(way === null).toBe(back === null);
          if (!way || !back) return;
          expect(way.metres).toBeCloseTo(back.metres, 6);
          expect(way.metres).toBeGreaterThanOrEqual(Math.hypot(from.x - to.x, from.y - to.y) - 1e-9);
          // Sampled along the way, nobody comes nearer to a wall than half a body.
          for (let k = 1; k < way.points.length; k++)
            for (let t = 0; t <= 1; t += 0.05) {
              const [p, q] = [way.points[k - 1]!, way.points[k]!];
              const near = made.map((f) =>
                Math.hypot(
                  Math.max(f.x - (p.x + (q.x - p.x) * t), 0, p.x + (q.x - p.x) * t - f.x - f.widthM),
                  Math.max(f.y - (p.y + (q.y - p.y) * t), 0, p.y + (q.y - p.y) * t - f.y - f.depthM),
                ),
              );
              expect(Math.min(1, ...near)).toBeGreaterThan(0.2);
            }
        },
      ),
    );
  });
});

describe('the round', () => {
  const square = [
    { x: 1, y: 1 },
    { x: 5, y: 5 },
    { x: 5, y: 1 },
    { x: 1, y: 5 },
  ];

  it('crossing a square twice is 19.3 m, round it 16 m; the places are dealt out anew', () => {
    const plan = planWith(room(), 4, square);
    // Two sides of 4 m and two diagonals of 5.657 m.
    expect(metresOf(walkOf(plan, block(4)))).toBeCloseTo(8 + 2 * 5.657, 2);
    const then = alongShortestRound(plan, block(4))!;
    expect(metresOf(walkOf(then, block(4)))).toBeCloseTo(16, 9);
    // The first stays; all four places are still taken.
    expect(spotsOf(then, 'main').s1).toEqual(square[0]);
    expect(
      Object.values(spotsOf(then, 'main'))
        .map((p) => `${p.x},${p.y}`)
        .sort(),
    ).toEqual(['1,1', '1,5', '5,1', '5,5']);
  });

  it('is the best of all rounds of up to seven points', () => {
    const point = fc.record({ x: fc.integer({ min: 1, max: 9 }), y: fc.integer({ min: 1, max: 5 }) });
    fc.assert(
      fc.property(fc.uniqueArray(point, { minLength: 3, maxLength: 7, selector: (p) => `${p.x},${p.y}` }), (points) => {
        const length = (order: readonly number[]) =>
          order.reduce((sum, at, k) => {
            const [a, b] = [points[at]!, points[order[(k + 1) % order.length]!]!];
            return sum + Math.hypot(a.x - b.x, a.y - b.y);
          }, 0);
        const rest = points.map((_, k) => k).slice(1);
        const best = Math.min(...permutations(rest).map((p) => length([0, ...p])));
        const found = shortestRound(room(), points);
        expect(found.exact).toBe(true);
        expect(found.order[0]).toBe(0);
        expect(length(found.order)).toBeCloseTo(best, 9);
      }),
      { numRuns: 60 },
    );
  });

  it('is not known while a station has no place', () => {
    const plan = planWith(room(), 3, square.slice(0, 2));
    expect(alongShortestRound(plan, block(3))).toBeNull();
    expect(walkTable(plan, block(3))).toBeNull();
    expect(metresOf(walkOf(plan, block(3)))).toBeNull();
  });
});

describe('setting out', () => {
  it('finds so many places, each clear of walls and doors, none twice', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 12 }), fc.constantFrom(...ROOM_SHAPES), (n, shape) => {
        const layout = room([{ id: 'door', kind: 'door', x: 4, y: 5.8, widthM: 1.2, depthM: 0.2 }], {
          shape,
          widthM: 16,
          depthM: 10,
          cutWidthM: 5,
          cutDepthM: 3,
        });
        const plan = setOut(planWith(layout, n), block(n), TEST_LIBRARY)!;
        const spots = Object.values(spotsOf(plan, 'main'));
        expect(spots).toHaveLength(n);
        expect(new Set(spots.map((p) => `${p.x},${p.y}`)).size).toBe(n);
        for (const p of spots) expect(roomAround(layout, p)).toBeGreaterThanOrEqual(1.19);
        expect(metresOf(walkOf(plan, block(n)))).not.toBeNull();
      }),
      { numRuns: 40 },
    );
  });

  it('gives nothing where the room is too full', () => {
    expect(setOut(planWith(room([wall(0, 0, 10, 6)]), 4), block(4), TEST_LIBRARY)).toBeNull();
  });

  it('moves the stations of its own block alone', () => {
    const plan = placeStations(planWith(room(), 2), 'other', { s1: { x: 1, y: 1 } });
    expect(spotsOf(setOut(plan, block(2), TEST_LIBRARY)!, 'other')).toEqual({ s1: { x: 1, y: 1 } });
  });
});

function permutations(items: readonly number[]): number[][] {
  return items.length <= 1
    ? [[...items]]
    : items.flatMap((x, k) => permutations(items.toSpliced(k, 1)).map((p) => [x, ...p]));
}
