import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { lastUndoable, leaderOf, type RunCommand, type RunEvent } from './events.ts';
import { foldRun } from './fold.ts';
import { RunLog } from './run-log.ts';

const T0 = 1_790_000_000_000;
const plan = planOf(circuit(stations(2), 30, 10, 3));
const COMMANDS: RunCommand[] = [
  { type: 'pause' },
  { type: 'resume' },
  { type: 'skip' },
  { type: 'back' },
  { type: 'lead' },
  { type: 'rounds', delta: 1 },
  { type: 'adjust', deltaMs: 5000 },
  { type: 'reps', stationId: 's1', round: 1, squad: null, count: 9 },
  { type: 'finish' },
  { type: 'reopen' },
  { type: 'close', came: 12 },
];

const event = (seq: number, what: RunCommand, by = 'desk-a'): RunEvent =>
  ({ ...what, id: `event-${seq}-${by}`, seq, atMs: T0 + s(seq * 3), by }) as RunEvent;

/** A run of two desks: commands, take-overs, and taking back of what came before. */
const runs = fc.array(fc.tuple(fc.nat(COMMANDS.length), fc.boolean(), fc.nat(99)), { maxLength: 25 }).map((steps) => {
  const events = [event(1, { type: 'start' })];
  for (const [k, isOther, back] of steps) {
    const of = events[back % events.length]!.id;
    const by = isOther ? 'desk-b' : 'desk-a';
    events.push(event(events.length + 1, COMMANDS[k] ?? { type: 'undo', of }, by));
  }
  return events;
});

describe('a log that is kept up with', () => {
  it('has the state of the whole fold at every event, in whatever order they come', () => {
    fc.assert(
      fc.property(runs, fc.array(fc.nat(999)), (events, order) => {
        const log = new RunLog(plan);
        const shuffled = events
          .map((e, k) => [e, order[k] ?? k] as const)
          .sort((a, b) => a[1] - b[1])
          .map(([e]) => e);
        for (const [k, e] of shuffled.entries()) {
          log.add([e, e]);
          const sofar = shuffled.slice(0, k + 1);
          expect(log.state).toEqual(foldRun(plan, sofar));
          expect([log.leader, log.lastUndoable?.id]).toEqual([leaderOf(sofar), lastUndoable(sofar)?.id]);
          expect(log.lastSeq).toBe(Math.max(...sofar.map((x) => x.seq)));
        }
        expect(log.events).toEqual(shuffled);
      }),
      { numRuns: 150 },
    );
  });

  it('takes each id once, and says what was new', () => {
    const log = new RunLog(plan, [event(1, { type: 'start' })]);
    expect(log.add([event(1, { type: 'start' })])).toEqual([]);
    expect(log.add([event(2, { type: 'pause' }), event(2, { type: 'pause' })])).toHaveLength(1);
    expect([log.has('event-2-desk-a'), log.has('event-3-desk-a')]).toEqual([true, false]);
    expect(log.get('event-2-desk-a')?.type).toBe('pause');
  });

  it('costs the same for the ten-thousandth event as for the first', () => {
    const reps = (k: number) => event(k, { type: 'reps', stationId: 's1', round: 1, squad: null, count: 1 });
    const log = new RunLog(plan, [event(1, { type: 'start' })]);
    log.add(Array.from({ length: 10_000 }, (_, k) => reps(k + 2)));
    const before = log.state.intervals;
    log.add([reps(10_002)]);
    // The list of intervals was not made anew: nothing was folded again.
    expect(log.state.intervals).toBe(before);
    expect(log.events).toHaveLength(10_002);
  });
});
