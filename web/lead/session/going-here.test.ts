import { expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { eventsOf, T0 } from '../../../core/test/events.ts';
import { goingHere } from './going-here.ts';

const plan = { ...planOf(circuit(stations(2), 30, 10, 1)), id: 'tide', title: 'Tide', countInMs: 0 };
const head = { id: 'run-tide-0001', plan, created: true, madeAtMs: T0 };
const HOURS = 3_600_000;

it('a run that goes on is told with what is left, one that is over is not', () => {
  const events = eventsOf([0, { type: 'start' }]);
  expect(goingHere(head, events, T0 + 20_000)).toEqual({
    id: 'run-tide-0001',
    planId: 'tide',
    title: 'Tide',
    startedAt: new Date(T0).toISOString(),
    status: 'running',
    toEndMs: 50_000,
    waiting: false,
  });
  expect(goingHere(head, events, T0 + 70_000)).toBeNull();
  // A minute behind by the clock that was set.
  expect(goingHere({ ...head, shiftMs: -60_000 }, events, T0 + 70_000)?.toEndMs).toBe(60_000);
});

it('one that was left paused is on no page any more after six hours', () => {
  const events = eventsOf([0, { type: 'start' }], [20, { type: 'pause' }]);
  expect(goingHere(head, events, T0 + 20_000 + 6 * HOURS - 1)?.status).toBe('paused');
  expect(goingHere(head, events, T0 + 20_000 + 6 * HOURS)).toBeNull();
});
