import { describe, expect, it } from 'vitest';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { stationAt } from '../timeline/index.ts';
import type { RunCommand, RunEvent } from './events.ts';
import { stateAt } from './fold.ts';
import { currentInterval, type RunState } from './state.ts';
import { summarise } from './summary.ts';
import { viewOf } from './view.ts';

const T0 = 1_790_000_000_000;
/** Count-in to 10, Move 1 to 40, rest to 50, Move 2 to 80, break to 140, Move 1 to 170, rest to 180, Move 2 to 210. */
const plan = planOf(circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) }));
const events = (...steps: [seconds: number, command: RunCommand][]) =>
  [[0, { type: 'start' }] as [number, RunCommand], ...steps].map(
    ([seconds, command], k) => ({ ...command, id: `event-${k + 1}`, seq: k + 1, atMs: T0 + s(seconds) }) as RunEvent,
  );
const at = (seconds: number, ...steps: [number, RunCommand][]) => stateAt(plan, events(...steps), T0 + s(seconds));
const endsAt = (state: RunState) => (viewOf(state).projectedEndAtMs! - T0) / 1000;
const later = ({ plan: p, intervals, index }: RunState, most = 9) =>
  intervals
    .slice(index + 1, index + 1 + most)
    .map((i) => `${i.kind} ${i.durationMs / 1000} ${i.kind === 'work' ? (stationAt(p, i)?.move ?? '') : ''}`.trim());

const hold: RunCommand = { type: 'hold', readyMs: 5000 };

describe('a break held live', () => {
  it('leads to time to get ready, and not into the work', () => {
    const waiting = at(200, [90, hold]);
    expect([viewOf(waiting).waiting, later(waiting, 2)]).toEqual([true, ['countIn 5', 'work 30 Move 1']]);
    const ready = at(209, [90, hold], [205, { type: 'release' }]);
    expect([currentInterval(ready)?.kind, viewOf(ready).remainingMs]).toEqual(['countIn', 1000]);
    expect(currentInterval(at(210, [90, hold], [205, { type: 'release' }]))?.kind).toBe('work');
    // A tap while they get ready starts at once.
    const tapped = at(207, [90, hold], [205, { type: 'release' }], [206, { type: 'release' }]);
    expect([currentInterval(tapped)?.kind, viewOf(tapped).remainingMs]).toEqual(['work', 29_000]);
  });

  it('let go before its end is as it would have been', () => {
    const free = at(110, [90, hold], [100, { type: 'release' }]);
    expect([endsAt(free), later(free, 1)]).toEqual([210, ['work 30 Move 1']]);
  });

  it('keeps it through other changes, and as a run of before it has none', () => {
    expect(later(at(95, [90, hold], [94, { type: 'rounds', delta: 1 }]), 2)).toEqual(['countIn 5', 'work 30 Move 1']);
    const during = at(207, [90, hold], [205, { type: 'release' }], [206, { type: 'rounds', delta: 1 }]);
    expect([currentInterval(during)?.kind, later(during, 4)]).toEqual([
      'countIn',
      ['work 30 Move 1', 'rest 10', 'work 30 Move 2', 'roundBreak 60'],
    ]);
    expect(later(at(200, [90, { type: 'hold' }]), 1)).toEqual(['work 30 Move 1']);
  });

  it('before a rest, or in a set, there is nothing to get ready for', () => {
    expect(later(at(20, [15, hold]), 1)).toEqual(['rest 10']);
  });
});

describe('one more interval', () => {
  it('is the set under way once more, after a rest, then all as before', () => {
    const more = at(30, [20, { type: 'more' }]);
    expect(later(more, 4)).toEqual(['rest 10', 'work 30 Move 1', 'rest 10', 'work 30 Move 2']);
    expect(endsAt(more)).toBe(250);
  });

  it('in a gap comes at its end; with any other words it is that move, on no side', () => {
    const wave = at(46, [45, { type: 'more', to: { move: 'Rope wave', kit: ['mooring rope'] } }]);
    expect(later(wave, 3)).toEqual(['work 30 Rope wave', 'rest 10', 'work 30 Move 2']);
    const set = wave.intervals[wave.index + 1]!;
    expect([set.side, stationAt(wave.plan, set)?.kit]).toEqual([null, ['mooring rope']]);
  });

  it('stays through other changes, goes when it is taken back, and is in the record', () => {
    const kept = at(30, [20, { type: 'more' }], [25, { type: 'rounds', delta: -1 }]);
    expect(later(kept)).toEqual(['rest 10', 'work 30 Move 1', 'rest 10', 'work 30 Move 2']);
    expect(endsAt(at(30, [20, { type: 'more' }], [25, { type: 'undo', of: 'event-2' }]))).toBe(210);
    const ran = at(250, [20, { type: 'more' }]);
    expect(summarise(plan, ran).deviations.map((d) => [d.kind, d.ms])).toEqual([
      ['added', 10_000],
      ['added', 30_000],
    ]);
  });

  it('of a window of a complex is one more window; before the first set it is nothing', () => {
    const p = planOf(block(format('windows', { onMs: s(60), offMs: s(30), count: 2 }), stations(2)));
    const state = stateAt(p, events([20, { type: 'more' }]), T0 + s(30));
    expect(later(state)).toEqual(['rest 30', 'work 60', 'rest 30', 'work 60']);
    expect(endsAt(at(5, [4, { type: 'more' }]))).toBe(210);
  });
});

describe('another move in one set', () => {
  const swap: RunCommand = { type: 'swap', stationId: 's2', scope: 'set', to: { move: 'Box hold' } };
  const moves = (state: RunState) =>
    state.intervals.filter((i) => i.kind === 'work').map((i) => stationAt(state.plan, i)?.move);

  it('is in the set under way or the next, and in no other, whatever changes later', () => {
    expect(moves(at(46, [45, swap]))).toEqual(['Move 1', 'Box hold', 'Move 1', 'Move 2']);
    expect(moves(at(46, [45, swap], [46, { type: 'rounds', delta: 1 }]))).toEqual([
      ...['Move 1', 'Box hold', 'Move 1', 'Move 2'],
      ...['Move 1', 'Move 2'],
    ]);
  });

  it('is in both sides of it', () => {
    const p = planOf(
      circuit(
        stations(2, (x) => ({ ...x, sides: { mode: 'each', first: 'left' } })),
        30,
        10,
        2,
      ),
    );
    const state = stateAt(p, events([15, { ...swap, stationId: 's1' } as RunCommand]), T0 + s(20));
    expect(moves(state).slice(0, 4)).toEqual(['Box hold', 'Box hold', 'Move 2', 'Move 2']);
    expect(moves(state).slice(4, 6)).toEqual(['Move 1', 'Move 1']);
  });
});
