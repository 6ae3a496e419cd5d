import { describe, expect, it } from 'vitest';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import type { RunEvent } from './events.ts';
import { stateAt } from './fold.ts';
import { countBefore, countOf, placeInComplex, recordsOf, setCounted } from './records.ts';

const T0 = 1_790_000_000_000;
const start: RunEvent = { type: 'start', id: 'event-one', seq: 1, atMs: T0 };
let seq = 1;
const reps = (count: number, more: object) =>
  ({
    type: 'reps',
    id: `event-${++seq}`,
    seq,
    atMs: T0,
    stationId: 's1',
    round: 1,
    squad: null,
    count,
    ...more,
  }) as RunEvent;

const ALL = { squad: null };

describe('what a count is of', () => {
  const plan = {
    ...planOf(
      circuit(
        stations(2, (x, k) => (k === 0 ? { ...x, sides: { mode: 'each', first: 'left' } } : x)),
        20,
        10,
        2,
      ),
    ),
    countInMs: 0,
  };

  it('is the set under way, in a gap the one just done; each side by itself, and a set done again', () => {
    const at = (seconds: number, events: RunEvent[] = [start]) => setCounted(stateAt(plan, events, T0 + s(seconds)));
    // Left 0–20, right 30–50, Move 2 60–80.
    expect(at(5)).toEqual({ stationId: 's1', round: 1, side: 'left' });
    expect(at(55)).toEqual({ stationId: 's1', round: 1, side: 'right' });
    expect(at(65)).toEqual({ stationId: 's2', round: 1 });
    const more: RunEvent = { type: 'more', id: 'event-more', seq: 2, atMs: T0 + s(65) };
    expect(at(95, [start, more])).toEqual({ stationId: 's2', round: 1, again: 2 });
  });

  it('counts of both sides and of a set done again stand beside each other', () => {
    const { reps: kept } = recordsOf([
      reps(10, { side: 'left' }),
      reps(9, { side: 'right' }),
      reps(7, { side: 'right', again: 2 }),
      reps(11, { side: 'left' }),
    ]);
    const set = { stationId: 's1', round: 1 };
    expect([
      countOf(kept, { ...set, side: 'left' }, ALL),
      countOf(kept, { ...set, side: 'right' }, ALL),
      countOf(kept, { ...set, side: 'right', again: 2 }, ALL),
      countOf(kept, set, ALL),
      countOf(kept, { ...set, side: 'left' }, { squad: 'Heron' }),
    ]).toEqual([11, 9, 7, null, null]);
  });

  it('the round before is the last that was counted at the same station and side', () => {
    const { reps: kept } = recordsOf([
      reps(12, { round: 1 }),
      reps(10, { round: 2 }),
      reps(30, { round: 2, squad: 'Teal' }),
    ]);
    expect(countBefore(kept, { stationId: 's1', round: 4 }, ALL)).toBe(10);
    expect(countBefore(kept, { stationId: 's1', round: 2 }, ALL)).toBe(12);
    expect(countBefore(kept, { stationId: 's1', round: 4 }, { squad: 'Teal' })).toBe(30);
    expect(countBefore(kept, { stationId: 's2', round: 4 }, ALL)).toBeNull();
  });
});

describe('the place in a complex', () => {
  it('is each squad\u2019s own; one that wrote none down has that of all', () => {
    const plan = planOf(block(format('windows', { count: 3 }), stations(3)));
    const events = [
      reps(4, { stationId: 's2' }),
      reps(7, { stationId: 's3', squad: 'Heron', side: 'left' }),
      reps(2, { stationId: 's1', squad: 'Teal' }),
    ];
    expect(placeInComplex(plan, events, 0, 'Heron')).toMatchObject({ stationId: 's3', count: 7, side: 'left' });
    expect(placeInComplex(plan, events, 0, 'Curlew')).toMatchObject({ stationId: 's2', count: 4 });
    expect(placeInComplex(plan, events, 0)).toMatchObject({ stationId: 's2', count: 4 });
  });
});
