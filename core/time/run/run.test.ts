import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { inOrder, type RunCommand, type RunEvent } from './events.ts';
import { foldRun, stateAt } from './fold.ts';
import { setNow } from './set-now.ts';
import { currentInterval } from './state.ts';
import { summarise } from './summary.ts';
import { viewOf } from './view.ts';

const T0 = 1_790_000_000_000;

/** Events at seconds after T0. */
function script(...steps: [seconds: number, command: RunCommand | RunCommand['type']][]): RunEvent[] {
  return steps.map(([seconds, command], k) => {
    const what = typeof command === 'string' ? ({ type: command } as RunCommand) : command;
    return { ...what, id: `event-${k + 1}`, seq: k + 1, atMs: T0 + s(seconds) } as RunEvent;
  });
}

/** 10 s count-in, then work 30, rest 10, work 30, break 60, work 30, rest 10, work 30: 200 s. */
const plan = planOf(circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) }));
const at = (events: RunEvent[], seconds: number) => stateAt(plan, events, T0 + s(seconds));
const place = (events: RunEvent[], seconds: number) => {
  const state = at(events, seconds);
  return [currentInterval(state)?.kind, state.elapsedMs / 1000, state.status];
};

describe('a run', () => {
  const start = script([0, 'start']);

  it('is ready until it starts and counts in first', () => {
    expect(at([], 5).status).toBe('ready');
    expect(place(start, 4)).toEqual(['countIn', 4, 'running']);
  });

  it('moves on by time alone, on the very millisecond', () => {
    expect(place(start, 9.999)).toEqual(['countIn', 9.999, 'running']);
    expect(place(start, 10)).toEqual(['work', 0, 'running']);
    expect(place(start, 45)).toEqual(['rest', 5, 'running']);
    expect(place(start, 100)).toEqual(['roundBreak', 20, 'running']);
  });

  it('finishes at the end of the last interval', () => {
    const state = at(start, 500);
    expect(state.status).toBe('finished');
    expect(state.endedAtMs).toBe(T0 + s(210));
    expect(state.segments).toHaveLength(8);
  });

  it('freezes in a pause and records it', () => {
    const events = script([0, 'start'], [20, 'pause'], [65, 'resume']);
    expect(place(events.slice(0, 2), 50)).toEqual(['work', 10, 'paused']);
    expect(place(events, 70)).toEqual(['work', 15, 'running']);
    expect(summarise(plan, at(events, 400))).toMatchObject({ plannedMs: s(200), actualMs: s(245), pausedMs: s(45) });
  });

  it('skips and records what was cut', () => {
    const events = script([0, 'start'], [22, 'skip']);
    expect(place(events, 23)).toEqual(['rest', 1, 'running']);
    const { deviations } = summarise(plan, at(events, 500));
    expect(deviations.map((d) => [d.kind, d.interval.index, d.ms])).toEqual([['skipped', 1, s(18)]]);
  });

  it('goes back to the interval before and records what was repeated', () => {
    const events = script([0, 'start'], [42, 'back']);
    expect(place(events, 43)).toEqual(['work', 1, 'running']);
    expect(at(events, 500).endedAtMs).toBe(T0 + s(242));
  });

  it('starts an interval again', () => {
    expect(place(script([0, 'start'], [25, 'restart']), 27)).toEqual(['work', 2, 'running']);
  });

  it('adds and takes seconds in the current interval only, never below what has run', () => {
    const added = script([0, 'start'], [20, { type: 'adjust', deltaMs: s(10) }]);
    expect(place(added, 49)).toEqual(['work', 39, 'running']);
    expect(at(added, 500).endedAtMs).toBe(T0 + s(220));
    const taken = script([0, 'start'], [35, { type: 'adjust', deltaMs: -s(10) }]);
    expect(place(taken, 35)).toEqual(['rest', 0, 'running']);
    const [cut] = summarise(plan, at(taken, 500)).deviations;
    expect([cut?.kind, cut?.ms]).toEqual(['shortened', s(5)]);
  });

  it('can be skipped and stepped back while paused', () => {
    const events = script([0, 'start'], [20, 'pause'], [30, 'skip']);
    expect(place(events, 60)).toEqual(['rest', 0, 'paused']);
  });

  it('ends early on finish, and says by how much', () => {
    const state = at(script([0, 'start'], [100, 'finish']), 300);
    expect([state.status, state.endedAtMs]).toEqual(['finished', T0 + s(100)]);
    expect(summarise(plan, state).deviations.map((d) => [d.kind, d.ms])).toEqual([['endedEarly', s(110)]]);
  });

  it('waits at an open interval until tapped', () => {
    const open = planOf(block(format('open', { lengthMs: s(20), untilTap: true })), circuit(stations(1), 30, 0, 1));
    const events = script([0, 'start'], [75, 'release']);
    expect(viewOf(stateAt(open, events.slice(0, 1), T0 + s(60)))).toMatchObject({ waiting: true, remainingMs: 0 });
    // Nobody is thrown into the work: five seconds to get ready, which a second tap cuts short.
    expect(currentInterval(stateAt(open, events, T0 + s(76)))?.kind).toBe('countIn');
    expect(currentInterval(stateAt(open, events, T0 + s(81)))?.kind).toBe('work');
    const tapped = [...events, ...script([0, 'start'], [75, 'release'], [77, 'release']).slice(2)];
    expect(viewOf(stateAt(open, tapped, T0 + s(78)))).toMatchObject({ interval: { kind: 'work' }, elapsedMs: s(1) });
  });

  it('what is written down belongs to the set under way, in a gap to the one just done', () => {
    const names = [5, 12, 45, 75].map((t) => setNow(at(start, t))?.stationIndex ?? null);
    // The count-in, the first work, the rest after it, the second work.
    expect(names).toEqual([null, 0, 0, 1]);
  });

  it('takes no notice of events that do not fit', () => {
    const events = script([0, 'start'], [5, 'resume'], [6, 'start'], [7, 'release'], [400, 'pause'], [401, 'skip']);
    expect(at(events, 500)).toMatchObject({ status: 'finished', endedAtMs: T0 + s(210) });
  });

  it('shows the figures of the desk: 12 s into the first work', () => {
    expect(viewOf(at(start, 22))).toMatchObject({
      remainingMs: s(18),
      toBreakMs: s(58),
      toEndMs: s(188),
      positionMs: s(22),
      projectedEndAtMs: T0 + s(210),
      plannedEndAtMs: T0 + s(210),
    });
  });

  it('projects a later end after a pause', () => {
    expect(viewOf(at(script([0, 'start'], [20, 'pause'], [65, 'resume']), 70)).projectedEndAtMs).toBe(T0 + s(255));
  });
});

const commandArb: fc.Arbitrary<RunCommand> = fc.oneof(
  fc.constantFrom<RunCommand>(
    { type: 'pause' },
    { type: 'resume' },
    { type: 'skip' },
    { type: 'back' },
    { type: 'restart' },
    { type: 'release' },
  ),
  fc.integer({ min: -30, max: 60 }).map((x): RunCommand => ({ type: 'adjust', deltaMs: x * 1000 })),
);

const eventsArb = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 90_000 }), commandArb), { maxLength: 25 })
  .map((steps) => {
    let atMs = T0;
    return [{ type: 'start' } as RunCommand, ...steps.map(([, c]) => c)].map((c, k): RunEvent => {
      atMs += k === 0 ? 0 : (steps[k - 1]?.[0] ?? 0);
      return { ...c, id: `event-${k}`, seq: k + 1, atMs } as RunEvent;
    });
  });

const lastAt = (events: readonly RunEvent[]) => events[events.length - 1]?.atMs ?? T0;

describe('any run', () => {
  it('gives the same state whatever order and however often its events come', () => {
    fc.assert(
      fc.property(planArb, eventsArb, fc.infiniteStream(fc.nat()), (p, events, picks) => {
        const shuffled = [...events, ...events.slice(0, 5)]
          .map((e) => ({ e, key: picks.next().value }))
          .sort((a, b) => a.key - b.key)
          .map(({ e }) => e);
        expect(foldRun(p, shuffled)).toEqual(foldRun(p, events));
        expect(inOrder(shuffled)).toEqual(inOrder(events));
      }),
      { numRuns: 200 },
    );
  });

  it('accounts for every millisecond between start and end', () => {
    fc.assert(
      fc.property(planArb, eventsArb, (p: Plan, events) => {
        const now = lastAt(events) + 60_000;
        const state = stateAt(p, events, now);
        const spent = state.segments.reduce((sum, x) => sum + x.ranMs + x.pausedMs, 0);
        const over = state.status === 'finished';
        const current = over ? 0 : state.elapsedMs + state.pausedMs;
        expect(spent + current).toBe((state.endedAtMs ?? now) - T0);
      }),
      { numRuns: 300 },
    );
  });

  it('is where it would be had it been looked at all along', () => {
    fc.assert(
      fc.property(planArb, eventsArb, fc.array(fc.nat(120_000), { maxLength: 8 }), (p, events, looks) => {
        const now = lastAt(events) + looks.reduce((a, b) => a + b, 0);
        let stepwise = foldRun(p, events);
        let at = lastAt(events);
        for (const step of looks) {
          at += step;
          stepwise = stateAt(p, events, at);
        }
        const atOnce = stateAt(p, events, now);
        expect({ ...stepwise, clockMs: 0 }).toEqual({ ...atOnce, clockMs: 0 });
      }),
      { numRuns: 150 },
    );
  });
});
