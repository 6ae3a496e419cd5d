// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { undo, useBuilder } from '../editing/index.ts';
import { duplicate, editBlock, moveBlockBy, remove } from './block-edits.ts';

const first = { ...circuit(stations(2), 30, 10, 2), id: 'first', title: 'First' };
const second = { ...circuit(stations(3), 40, 20, 1), id: 'second', title: 'Second' };

beforeEach(() => useBuilder.getState().load(planOf(first, second), 1, { kind: 'saved' }));
const titles = () => useBuilder.getState().plan!.blocks.map((b) => b.title);

describe('edits of a block of the open class', () => {
  it('change it by its id, wherever it stands by then; one that is gone changes nothing', () => {
    moveBlockBy('first', 1);
    editBlock('first', (b) => ({ ...b, title: 'Ebb' }));
    expect(titles()).toEqual(['Second', 'Ebb']);
    const before = useBuilder.getState().plan;
    editBlock('gone', (b) => ({ ...b, title: 'Flow' }));
    expect(useBuilder.getState().plan).toBe(before);
  });

  it('move it as far as there are places', () => {
    moveBlockBy('second', -5);
    expect(titles()).toEqual(['Second', 'First']);
    moveBlockBy('second', 1);
    expect(titles()).toEqual(['First', 'Second']);
  });

  it('put a copy right after it, with stations of its own', () => {
    duplicate('first');
    const [a, b] = useBuilder.getState().plan!.blocks;
    expect(titles()).toHaveLength(3);
    expect(b!.stations.map((x) => x.move)).toEqual(a!.stations.map((x) => x.move));
    expect(new Set([...a!.stations, ...b!.stations].map((x) => x.id)).size).toBe(4);
    duplicate('gone');
    expect(titles()).toHaveLength(3);
  });

  it('take it out, and bring it back where it was', () => {
    remove('first');
    expect(titles()).toEqual(['Second']);
    undo();
    expect(titles()).toEqual(['First', 'Second']);
  });
});
