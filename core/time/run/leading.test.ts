import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { effective, lastUndoable, leaderOf, type RunCommand, type RunEvent } from './events.ts';
import { foldRun } from './fold.ts';

const T0 = 1_790_000_000_000;
const plan = planOf({ ...circuit(stations(3), 30, 10, 2), use: 'stations' });

const event = (by: string | undefined, seq: number, seconds: number, what: RunCommand, id = `event-${seq}-${by}`) =>
  ({ ...what, id, seq, atMs: T0 + s(seconds), ...(by === undefined ? {} : { by }) }) as RunEvent;
const types = (events: RunEvent[]) => effective(events).map((e) => e.type);

describe('who leads a run', () => {
  it('is the desk that started it, then the last that took over', () => {
    const events = [event('bay', 1, 0, { type: 'start' }), event('bay', 2, 5, { type: 'pause' })];
    expect(leaderOf([])).toBeNull();
    expect(leaderOf(events)).toBe('bay');
    expect(leaderOf([...events, event('loft', 3, 9, { type: 'lead' })])).toBe('loft');
  });

  it('is nobody in particular where events do not say by whom: all count', () => {
    const old = [event(undefined, 1, 0, { type: 'start' }), event(undefined, 2, 5, { type: 'pause' })];
    expect(leaderOf(old)).toBeNull();
    expect(types(old)).toEqual(['start', 'pause']);
  });

  it('of two desks that started, the first in order leads and the other start does not count', () => {
    const events = [
      event('a-desk', 1, 0, { type: 'start' }, 'event-a'),
      event('b-desk', 1, 1, { type: 'start' }, 'event-b'),
    ];
    expect(leaderOf(events)).toBe('a-desk');
    expect(foldRun(plan, events).startedAtMs).toBe(T0);
  });

  it('what the other desk did without knowing of the take-over changes nothing; what it wrote down stays', () => {
    const events = [
      event('bay', 1, 0, { type: 'start' }),
      // The loft takes over; the bay, without network, goes on under the same numbers.
      event('loft', 2, 30, { type: 'lead' }, 'zzzzzzzz'),
      event('bay', 2, 20, { type: 'pause' }, 'aaaaaaaa'),
      event('bay', 3, 40, { type: 'reps', stationId: 'st0', round: 1, squad: null, count: 9 }),
      event('bay', 4, 41, { type: 'skip' }),
      event('loft', 3, 35, { type: 'adjust', deltaMs: 10_000 }),
    ];
    expect(types(events).sort()).toEqual(['adjust', 'lead', 'reps', 'start']);
    expect(foldRun(plan, events).status).toBe('running');
  });

  it('a desk cannot take back what it did not lead through, nor undo a take-over', () => {
    const skip = event('loft', 3, 35, { type: 'skip' });
    const events = [
      event('bay', 1, 0, { type: 'start' }),
      event('loft', 2, 30, { type: 'lead' }),
      skip,
      event('bay', 4, 40, { type: 'undo', of: skip.id }),
    ];
    expect(types(events)).toEqual(['start', 'lead', 'skip']);
    expect(lastUndoable(events)?.type).toBe('skip');
    expect(lastUndoable(events.slice(0, 2))).toBeNull();
  });

  it('in any order of arrival and with repeats, every device folds the same', () => {
    const step = fc.record({
      by: fc.constantFrom('bay', 'loft'),
      seq: fc.integer({ min: 2, max: 8 }),
      what: fc.constantFrom<RunCommand>({ type: 'lead' }, { type: 'pause' }, { type: 'resume' }, { type: 'skip' }),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 14 }), fc.infiniteStream(fc.nat()), (steps, random) => {
        const events = [
          event('bay', 1, 0, { type: 'start' }),
          ...steps.map((x, k) => event(x.by, x.seq, x.seq * 5, x.what, `event-${k}-made`)),
        ];
        const shuffled = [...events, ...events.slice(0, 3)]
          .map((e) => [random.next().value, e] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, e]) => e);
        expect(foldRun(plan, shuffled)).toEqual(foldRun(plan, events));
        expect(leaderOf(shuffled)).toBe(leaderOf(events));
        // After the last take-over, nothing that steers is another desk's.
        const counted = effective(events);
        const from = counted.findLastIndex((e) => e.type === 'lead');
        if (from >= 0) expect(new Set(counted.slice(from).map((e) => e.by))).toEqual(new Set([leaderOf(events)]));
      }),
    );
  });
});

describe('people and sound', () => {
  const started = [event('bay', 1, 0, { type: 'start' })];

  it('so many have come: the plan as led has them, and it can be taken back', () => {
    const events = [...started, event('bay', 2, 30, { type: 'heads', heads: 7 })];
    expect(foldRun(plan, events).plan.heads).toBe(7);
    expect(foldRun(plan, [...events, event('bay', 3, 31, { type: 'undo', of: events[1]!.id })]).plan.heads).toBe(
      plan.heads,
    );
  });

  it('the sound moves to a screen and back, and undo does not touch it', () => {
    const away = [...started, event('bay', 2, 10, { type: 'sound', screen: 'wall-1' })];
    expect(foldRun(plan, started).soundAt).toBeNull();
    expect(foldRun(plan, away).soundAt).toBe('wall-1');
    expect(foldRun(plan, [...away, event('bay', 3, 20, { type: 'sound', screen: null })]).soundAt).toBeNull();
    expect(lastUndoable(away)).toBeNull();
  });
});
