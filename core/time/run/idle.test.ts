import { expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { eventsOf, T0 } from '../../test/events.ts';
import type { RunCommand, RunEvent } from './events.ts';
import { foldRun } from './fold.ts';
import { asLeft, endedIdle, IDLE_MS, idleEnd } from './idle.ts';

// Two sets of 30 s with 10 s between, then a break that waits for a tap, and one set more.
const plan = {
  ...planOf(
    { ...circuit(stations(2), 30, 10, 1), breakAfter: { ms: s(60), untilTap: true } },
    circuit(stations(1), 30, 10, 1),
  ),
  countInMs: 0,
};
const after = (seconds: number) => T0 + s(seconds) + IDLE_MS;
const run = (...steps: [number, RunCommand][]): RunEvent[] => eventsOf([0, { type: 'start' }], ...steps);
const end = (events: RunEvent[], nowMs: number) => idleEnd(foldRun(plan, events), nowMs);

it('a run that was left paused has ended after six hours, at the moment of the pause', () => {
  const paused = run([20, { type: 'pause' }]);
  expect(end(paused, after(20) - 1)).toBeNull();
  expect(end(paused, after(20))).toBe(T0 + s(20));
  const state = asLeft(foldRun(plan, paused), after(500));
  expect([state.status, state.endedAtMs, state.segments.at(-1)?.ranMs]).toEqual(['finished', T0 + s(20), s(20)]);
});

it('a run that waits for a tap has ended after six hours, from when it began to wait', () => {
  // The break is over at 70 + 60 s; it waits from then on.
  expect(end(run(), after(130) - 1)).toBeNull();
  expect(end(run(), after(130))).toBe(T0 + s(130));
  // Something was written down an hour later: it has been touched.
  const touched = run([3700, { type: 'note', stationId: null, round: null, text: 'kit away' }]);
  expect(end(touched, after(3700) - 1)).toBeNull();
  expect(end(touched, after(3700))).toBe(T0 + s(3700));
});

it('a run that goes on by itself, has not begun, or is over, is not ended', () => {
  const open = { ...planOf(circuit(stations(2), 30, 10, 99)), countInMs: 0 };
  expect(idleEnd(foldRun(open, run()), T0 + s(1000))).toBeNull();
  for (const events of [[], run([10, { type: 'finish' }])]) expect(end(events, after(9999))).toBeNull();
});

it('is taken up again like any end, paused where it stood, and has six hours anew', () => {
  const ended = run([20, { type: 'pause' }], [20, { type: 'finish', idle: true }]);
  expect([endedIdle(ended), foldRun(plan, ended).status]).toEqual([true, 'finished']);
  const again = run([20, { type: 'pause' }], [20, { type: 'finish', idle: true }], [30_000, { type: 'reopen' }]);
  expect([endedIdle(again), foldRun(plan, again).status]).toEqual([false, 'paused']);
  expect([end(again, after(30_000) - 1), end(again, after(30_000))]).toEqual([null, T0 + s(30_000)]);
  expect(endedIdle(run([20, { type: 'finish' }]))).toBe(false);
});
