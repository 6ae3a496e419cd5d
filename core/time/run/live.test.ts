import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { isBreak, isWork, oddRounds, stationAt } from '../timeline/index.ts';
import { effective, lastUndoable, type RunCommand, type RunEvent } from './events.ts';
import { finishBy, USUAL_FLOORS } from './finish-by.ts';
import { applyEvent, foldRun, stateAt } from './fold.ts';
import { placeInComplex, recordsOf } from './records.ts';
import { currentInterval, intervalKey, type RunState, runIntervals } from './state.ts';
import { viewOf } from './view.ts';

const T0 = 1_790_000_000_000;

function script(
  ...steps: [seconds: number, command: RunCommand | 'start' | 'hold' | 'release' | 'skip'][]
): RunEvent[] {
  return steps.map(([seconds, command], k) => {
    const what = typeof command === 'string' ? { type: command } : command;
    return { ...what, id: `event-${k + 1}`, seq: k + 1, atMs: T0 + s(seconds) } as RunEvent;
  });
}

/** 10 s count-in, then work 30, rest 10, work 30, break 60, work 30, rest 10, work 30: 200 s. */
const plan = planOf(circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) }));
const at = (events: RunEvent[], seconds: number, p: Plan = plan) => stateAt(p, events, T0 + s(seconds));
const endsAt = (state: RunState) => (viewOf(state).projectedEndAtMs! - T0) / 1000;
const left = (state: RunState) => state.intervals.slice(state.index + 1).map((i) => [i.kind, i.durationMs / 1000]);

describe('live edits', () => {
  it('one more round comes after the last, one fewer goes from the end', () => {
    // one more round: break 60 + work 30 + rest 10 + work 30 = 130 s
    expect(endsAt(at(script([0, 'start'], [15, { type: 'rounds', delta: 1 }]), 20))).toBe(210 + 130);
    expect(endsAt(at(script([0, 'start'], [15, { type: 'rounds', delta: -1 }]), 20))).toBe(210 - 130);
  });

  it('the round under way is not dropped', () => {
    expect(endsAt(at(script([0, 'start'], [145, { type: 'rounds', delta: -1 }]), 150))).toBe(210);
  });

  it('a held interval waits at its end; let go early it runs out by itself', () => {
    const held = script([0, 'start'], [15, 'hold']);
    expect(viewOf(at(held, 60))).toMatchObject({ waiting: true, remainingMs: 0 });
    expect(
      currentInterval(at([...held, ...script([0, 'start'], [0, 'hold'], [65, 'release']).slice(2)], 66))?.kind,
    ).toBe('rest');
    const letGo = script([0, 'start'], [15, 'hold'], [20, 'release']);
    expect(currentInterval(at(letGo, 41))?.kind).toBe('rest');
  });

  it('a swap counts from now on, or in this round only', () => {
    const to = { move: 'Band press' };
    const moves = (scope: 'on' | 'round') => {
      const state = at(script([0, 'start'], [15, { type: 'swap', stationId: 's1', scope, to }]), 20);
      return state.intervals.filter(isWork).map((i) => stationAt(state.plan, i)!.move);
    };
    expect(moves('on')).toEqual(['Band press', 'Move 2', 'Band press', 'Move 2']);
    expect(moves('round')).toEqual(['Band press', 'Move 2', 'Move 1', 'Move 2']);
  });

  it('what is taken back has not been', () => {
    const skip = script([0, 'start'], [20, 'skip'], [22, { type: 'undo', of: 'event-2' }]);
    expect(at(skip, 25)).toEqual(at(script([0, 'start']), 25));
    expect(lastUndoable(skip)).toBeNull();
    expect(lastUndoable(skip.slice(0, 2))?.id).toBe('event-2');
    expect(effective(script([0, 'start'], [5, { type: 'undo', of: 'event-1' }])).map((e) => e.type)).toEqual(['start']);
  });

  it('reps and notes are written down; the last count of a set stands', () => {
    const reps = (count: number, squad: string | null) =>
      ({ type: 'reps', stationId: 's1', round: 1, squad, count }) as const;
    const { reps: kept, notes } = recordsOf(
      script(
        [0, 'start'],
        [42, reps(14, null)],
        [43, reps(15, null)],
        [44, reps(12, 'Heron')],
        [50, { type: 'note', stationId: null, round: null, text: 'Rope came late' }],
      ),
    );
    expect(kept.map((r) => [r.squad, r.count])).toEqual([
      [null, 15],
      ['Heron', 12],
    ]);
    expect(notes.map((n) => n.text)).toEqual(['Rope came late']);
  });

  it('the place reached in a complex carries over to the next window', () => {
    const windows = planOf(block(format('windows', { onMs: s(60), offMs: s(30), count: 3 }), stations(2)));
    const reached = { type: 'reps', stationId: 's2', round: 1, squad: null, count: 6 } as const;
    const events = script([0, 'start'], [75, reached]);
    expect(placeInComplex(windows, events.slice(0, 1), 0)).toBeNull();
    expect(placeInComplex(windows, events, 0)).toMatchObject({ stationId: 's2', count: 6 });
    expect(placeInComplex(plan, events, 0)).toBeNull();
  });

  it('a reps block learns the pace from the sets that are done', () => {
    // 10 reps at 3 s: 30 s estimated a set, 2 rounds of 1 station, 20 s between
    const reps = planOf(block(format('reps', { rounds: 3, reps: 10, restMs: s(20), roundBreakMs: 0 }), stations(1)));
    const done = script([0, 'start'], [50, 'release']);
    const state = at(done, 55, reps);
    // the first set took 40 s: the two to come are put at 40 s each
    expect(left(state)).toEqual([
      ['open', 40],
      ['rest', 20],
      ['open', 40],
    ]);
  });
});

describe('finish by', () => {
  const start = script([0, 'start']);
  const asked = (seconds: number, by: number, p = plan) => finishBy(at(start, seconds, p), T0 + s(by));

  it('trims the break first, by what is needed', () => {
    const { overMs, options } = asked(20, 180);
    expect(overMs).toBe(s(30));
    expect(options[0]).toMatchObject({ words: 'breaks down to 0:30', endAtMs: T0 + s(180) });
  });

  it('then the rests, then a round', () => {
    // break 60 → 20 saves 40, the two rests 10 → 8 save 4: 44 s at most
    expect(asked(20, 167).options[0]?.words).toBe('breaks down to 0:20, rests down to 0:08');
    expect(asked(20, 160).options.map((o) => o.words)).toEqual(['Main: 1 round']);
  });

  it('says by how much it cannot', () => {
    // at least: 20 of this work, rest 8, work 30 from second 20 on: ends at 78
    expect(asked(20, 60)).toMatchObject({ options: [], shortByMs: s(18) });
  });

  it('keeps sides even where they are', () => {
    const byRound = planOf(
      circuit(
        stations(2, (x) => ({ ...x, sides: { mode: 'byRound', first: 'left' } })),
        30,
        10,
        4,
      ),
    );
    // four rounds of 80 s less the last rest: 310 s and the count-in
    const { options } = asked(12, 250, byRound);
    expect(options.map((o) => o.words)).toEqual(['Main: 2 rounds']);
  });

  it('with time over, offers one more round that fits', () => {
    expect(asked(20, 400).options.map((o) => [o.words, o.endAtMs])).toEqual([['Main: one more round', T0 + s(340)]]);
    expect(asked(20, 330).options).toEqual([]);
  });
});

const commandArb: fc.Arbitrary<RunCommand> = fc.oneof(
  fc.constantFrom<RunCommand>(
    { type: 'pause' },
    { type: 'resume' },
    { type: 'skip' },
    { type: 'back' },
    { type: 'restart' },
    { type: 'hold' },
    { type: 'release' },
    { type: 'rounds', delta: 1 },
    { type: 'rounds', delta: -1 },
    { type: 'swap', stationId: 'st1', scope: 'round', to: { move: 'Oar press' } },
    { type: 'swap', stationId: 'st0', scope: 'on', to: { move: 'Oar press', kit: ['oar'] } },
    { type: 'reps', stationId: 'st0', round: 1, squad: null, count: 12 },
  ),
  fc.constantFrom<RunCommand>(
    { type: 'hold', readyMs: 6000 },
    { type: 'more' },
    { type: 'more', to: { move: 'Rope wave' } },
    { type: 'swap', stationId: 'st0', scope: 'set', to: { move: 'Rope wave' } },
  ),
  fc.integer({ min: -30, max: 60 }).map((x): RunCommand => ({ type: 'adjust', deltaMs: x * 1000 })),
  fc.integer({ min: 0, max: 20 }).map((k): RunCommand => ({ type: 'undo', of: `event-${k}` })),
);

const eventsArb = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 60_000 }), commandArb), { maxLength: 20 })
  .map((steps) => {
    let atMs = T0;
    return [{ type: 'start' } as RunCommand, ...steps.map(([, c]) => c)].map((c, k): RunEvent => {
      atMs += k === 0 ? 0 : (steps[k - 1]?.[0] ?? 0);
      return { ...c, id: `event-${k}`, seq: k + 1, atMs } as RunEvent;
    });
  });

describe('any live run', () => {
  it('replayed from its stored events gives the state the screen had, at every event, in 500 runs', () => {
    fc.assert(
      fc.property(planArb, eventsArb, (p, events) => {
        let screen: RunState | null = null;
        for (const [k, event] of events.entries()) {
          const so = events.slice(0, k + 1);
          // A desk applies an event to what it has; only taking back makes it fold anew.
          screen = screen && event.type !== 'undo' ? applyEvent(screen, event) : foldRun(p, so);
          const stored = JSON.parse(JSON.stringify([...so].reverse())) as RunEvent[];
          expect(foldRun(p, stored)).toEqual(screen);
        }
      }),
      { numRuns: 500 },
    );
  });

  it('keeps its list whole: starts follow lengths, indices count, nothing is empty', () => {
    fc.assert(
      fc.property(planArb, eventsArb, (p, events) => {
        const { intervals } = foldRun(p, events);
        let startMs = 0;
        intervals.forEach((i, k) => {
          expect([i.index, i.startMs]).toEqual([k, startMs]);
          expect(i.durationMs).toBeGreaterThan(0);
          startMs += i.durationMs;
        });
      }),
      { numRuns: 300 },
    );
  });

  it('finish by, in 500 runs stopped at a random moment: in time, floors and evenness kept, or by how much not', () => {
    fc.assert(
      fc.property(planArb, eventsArb, fc.integer({ min: 0, max: 1_500_000 }), (p, events, ahead) => {
        const now = (events.at(-1)?.atMs ?? T0) + 1000;
        const state = stateAt(p, events, now);
        const by = now + ahead;
        const answer = finishBy(state, by);
        const oddBefore = oddRounds(state.plan).map((o) => o.blockIndex);
        for (const option of answer.options) {
          const event = { ...option.command, id: 'replan-1', seq: 999, atMs: now } as RunEvent;
          const after = applyEvent(state, event);
          expect(viewOf(after).projectedEndAtMs).toBe(option.endAtMs);
          expect(option.endAtMs).toBeLessThanOrEqual(by);
          for (const o of oddRounds(after.plan)) expect(oddBefore).toContain(o.blockIndex);
          const untrimmed = runIntervals(after.plan);
          for (const i of after.intervals.slice(after.index + 1)) {
            const same = [...untrimmed, ...state.intervals].filter((x) => intervalKey(x) === intervalKey(i));
            const shortest = Math.min(...same.map((x) => x.durationMs));
            if (isBreak(i)) expect(i.durationMs).toBeGreaterThanOrEqual(Math.min(shortest, USUAL_FLOORS.breakMs));
            if (i.kind === 'rest') expect(i.durationMs).toBeGreaterThanOrEqual(Math.min(shortest, 8000));
          }
        }
        const running = state.status === 'running' || state.status === 'paused';
        if (running && answer.overMs > 0 && answer.options.length === 0) expect(answer.shortByMs).toBeGreaterThan(0);
      }),
      { numRuns: 500 },
    );
  });
});
