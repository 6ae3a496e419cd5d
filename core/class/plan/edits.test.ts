import { describe, expect, it } from 'vitest';
import { circuit, planOf, stations, testId } from '../../test/build.ts';
import { defaultSides, newStation } from '../station/index.ts';
import { starterPlan } from './defaults.ts';
import {
  addBlock,
  addStations,
  duplicatePlan,
  moveBlock,
  moveStation,
  removeBlock,
  removeStations,
  updateBlock,
  updateStation,
} from './edits.ts';
import { parsePlan } from './parse.ts';

const [one, two] = [circuit(stations(3), 40, 20, 2), circuit(stations(1), 30, 10, 1)];
const plan = planOf(one, two);
const moves = (p: typeof plan) => p.blocks[0]?.stations.map((s) => s.move);

describe('edits', () => {
  it('leave the plan they were given as it was', () => {
    const before = JSON.stringify(plan);
    removeStations(addStations(moveStation(plan, one.id, 's1', 2), one.id, [newStation('x', 'Row')]), one.id, ['s2']);
    expect(JSON.stringify(plan)).toBe(before);
  });

  it('move stations and blocks', () => {
    expect(moves(moveStation(plan, one.id, 's1', 2))).toEqual(['Move 2', 'Move 3', 'Move 1']);
    expect(moves(moveStation(plan, one.id, 's3', 0))).toEqual(['Move 3', 'Move 1', 'Move 2']);
    expect(moves(moveStation(plan, one.id, 's3', 99))).toEqual(['Move 1', 'Move 2', 'Move 3']);
    expect(moveBlock(plan, two.id, 0).blocks.map((b) => b.id)).toEqual([two.id, one.id]);
  });

  it('add and remove', () => {
    expect(moves(addStations(plan, one.id, [newStation('x', 'Row')], 1))).toEqual([
      'Move 1',
      'Row',
      'Move 2',
      'Move 3',
    ]);
    expect(moves(removeStations(plan, one.id, ['s1', 's3']))).toEqual(['Move 2']);
    expect(addBlock(plan, { ...two, id: 'new' }, 0).blocks[0]?.id).toBe('new');
    expect(removeBlock(plan, one.id).blocks).toEqual([two]);
  });

  it('give the very same plan back when what they name is not there', () => {
    expect(updateBlock(plan, 'none', (b) => ({ ...b, title: 'x' }))).toBe(plan);
    expect(removeBlock(plan, 'none')).toBe(plan);
    expect(moveBlock(plan, 'none', 0)).toBe(plan);
  });

  it('change one station alone', () => {
    const after = updateStation(plan, one.id, 's2', (s) => ({ ...s, sides: defaultSides('each') }));
    expect(after.blocks[0]?.stations.map((s) => s.sides.mode)).toEqual(['none', 'each', 'none']);
  });

  it('copy a class under ids of its own throughout', () => {
    const copy = duplicatePlan(plan, testId, 'Copy');
    const ids = (p: typeof plan) => [p.id, ...p.blocks.flatMap((b) => [b.id, ...b.stations.map((s) => s.id)])];
    expect(ids(copy).filter((id) => ids(plan).includes(id))).toEqual([]);
    expect(moves(copy)).toEqual(moves(plan));
  });

  it('start from a class that is sound and waits for its stations', () => {
    const fresh = starterPlan(testId, 'New class');
    expect(parsePlan(fresh).ok).toBe(true);
    expect(fresh.blocks.map((b) => [b.role, b.stations.length])).toEqual([['main', 0]]);
  });
});

describe('a document from outside', () => {
  it('is refused with the place of each fault', () => {
    const broken = { ...plan, title: '', blocks: [{ ...one, format: { ...one.format, rounds: 0 }, colour: 'red' }] };
    const result = parsePlan(broken);
    expect(result.ok ? [] : result.problems.map((p) => p.path)).toEqual([
      'title',
      'blocks[0].format.rounds',
      'blocks[0].colour',
    ]);
  });
});
