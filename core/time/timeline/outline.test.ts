import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { OutlineSchema, outlineOf } from './outline.ts';

describe('the outline of a class', () => {
  it('has of each visit its place and its parts, rest below 0', () => {
    // Two stations, two rounds of 40/20; the last visit of the class has no rest.
    expect(outlineOf(planOf(circuit(stations(2), 40, 20, 2)))).toEqual([
      {
        rows: 2,
        columns: [
          [s(60), 0],
          [s(60), 0],
        ],
        cells: [
          [0, 0, 1, s(40), -s(20)],
          [1, 0, 1, s(40), -s(20)],
          [0, 1, 1, s(40), -s(20)],
          [1, 1, 1, s(40)],
        ],
        thread: [0, 1, 2, 3],
      },
    ]);
  });

  it('leaves out warm-up, cool-down and what has no visits, and fits its schema', () => {
    const warmUp = { ...circuit(stations(2), 30, 0, 1), role: 'warmUp' as const };
    const plan = planOf(circuit(stations(3), 40, 20, 2), warmUp);
    const outline = outlineOf(plan);
    expect(outline).toHaveLength(1);
    expect(v.parse(OutlineSchema, JSON.parse(JSON.stringify(outline)))).toEqual(outline);
    expect(outlineOf({ blocks: [] })).toEqual([]);
  });
});
