import { describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../test/build.ts';
import { type Fixture, newLayout } from './layout.ts';
import { placeStations, putFixture, removeFixture, reshapeRoom, spotsOf, unplaceStation } from './layout-edits.ts';

const main = { ...circuit(stations(3), 40, 20, 2), id: 'main' };
/** A class in a room of 12 by 8 m with a door. */
const plan = { ...planOf(main), layout: newLayout() };
const wall: Fixture = { id: 'w', kind: 'wall', x: 2, y: 3, widthM: 3, depthM: 0.2 };

describe('stations in their places', () => {
  const placed = placeStations(plan, 'main', { s1: { x: 1.234, y: 2 }, s2: { x: 14, y: -1 } });

  it('stand to the centimetre, inside the room', () => {
    expect(spotsOf(placed, 'main')).toEqual({ s1: { x: 1.23, y: 2 }, s2: { x: 12, y: 0 } });
  });

  it('move one by one; those of other blocks stay', () => {
    const both = placeStations(placed, 'other', { s1: { x: 6, y: 6 } });
    const moved = placeStations(both, 'main', { s1: { x: 3, y: 3 } });
    expect(spotsOf(moved, 'main')).toEqual({ s1: { x: 3, y: 3 }, s2: { x: 12, y: 0 } });
    expect(spotsOf(moved, 'other')).toEqual({ s1: { x: 6, y: 6 } });
  });

  it('are taken out one by one, and stay in their block', () => {
    const both = placeStations(placed, 'other', { s1: { x: 6, y: 6 } });
    const out = unplaceStation(both, 'main', 's1');
    expect(spotsOf(out, 'main')).toEqual({ s2: { x: 12, y: 0 } });
    expect(spotsOf(out, 'other')).toEqual({ s1: { x: 6, y: 6 } });
    expect(out.blocks).toBe(plan.blocks);
  });

  it('have none without a room, and nothing is changed', () => {
    const bare = planOf(main);
    expect(placeStations(bare, 'main', { s1: { x: 1, y: 1 } })).toBe(bare);
    expect(spotsOf(bare, 'main')).toEqual({});
  });
});

describe('things in the room', () => {
  it('are put in, moved by their id in the same order, and taken away', () => {
    const put = putFixture(plan, wall);
    expect(put.layout?.fixtures.map((f) => f.id)).toEqual(['door', 'w']);
    const moved = putFixture(putFixture(put, { ...wall, id: 'w2' }), { ...wall, x: 5 });
    expect(moved.layout?.fixtures.map((f) => [f.id, f.x])).toEqual([
      ['door', 5.4],
      ['w', 5],
      ['w2', 2],
    ]);
    expect(removeFixture(moved, 'w').layout?.fixtures.map((f) => f.id)).toEqual(['door', 'w2']);
  });

  it('are never larger than the room, nor stand out of it', () => {
    const long = putFixture(plan, { ...wall, x: 11, y: 9, widthM: 30 });
    expect(long.layout?.fixtures.at(-1)).toEqual({ ...wall, x: 0, y: 7.8, widthM: 12 });
  });
});

it('a smaller room takes in what would stand outside, and leaves a metre beside its cut', () => {
  const full = placeStations(putFixture(plan, { ...wall, x: 9 }), 'main', { s1: { x: 11, y: 7 }, s2: { x: 1, y: 1 } });
  const small = reshapeRoom(full, { shape: 'corner', widthM: 4, depthM: 3.5 });
  expect(small.layout).toMatchObject({ shape: 'corner', widthM: 4, depthM: 3.5, cutWidthM: 3, cutDepthM: 2.5 });
  expect(spotsOf(small, 'main')).toEqual({ s1: { x: 4, y: 3.5 }, s2: { x: 1, y: 1 } });
  expect(small.layout?.fixtures.map((f) => [f.id, f.x, f.y])).toEqual([
    // 4 m less the door's 1.2, 3.5 m less its 0.2
    ['door', 2.8, 3.3],
    ['w', 1, 3],
  ]);
});
