import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { eventsOf } from '../../core/test/events.ts';
import type { Database } from '../db/database.ts';
import { type LiveMessage, RunHub } from './hub.ts';

/** Two server processes on one database, whose channel carries what it is told at once. */
const ears = new Set<(payload: string) => void>();
const sent: string[] = [];
const [start, pause] = eventsOf([0, { type: 'start' }], [9, { type: 'pause' }]);
/** Three events of the run are stored, the second no longer readable. */
const stored = [
  { n: 1, event: start },
  { n: 2, event: { type: 'nothing we know' } },
  { n: 3, event: pause },
];
const asked: unknown[][] = [];
const database = (kind: Database['kind']) =>
  ({
    kind,
    query: async (_: string, values: unknown[]) => {
      asked.push(values);
      return stored.filter(({ n }) => n > Number(values[1]));
    },
    notify: async (_: string, payload: string) => {
      sent.push(payload);
      for (const ear of ears) ear(payload);
    },
    listen: async (_: string, ear: (payload: string) => void) => {
      ears.add(ear);
      return () => ears.delete(ear);
    },
  }) as unknown as Database;

let here: RunHub;
let there: RunHub;
beforeEach(async () => {
  vi.useFakeTimers();
  vi.setSystemTime(1_790_000_000_000);
  for (const list of [sent, asked]) list.length = 0;
  ears.clear();
  [here, there] = [new RunHub(database('postgres')), new RunHub(database('postgres'))];
  await here.join();
  await there.join();
});
afterEach(() => {
  here.leave();
  there.leave();
  vi.useRealTimers();
});

function hearing(hub: RunHub, desk = false, run = 'run-1') {
  const heard: LiveMessage[] = [];
  return { heard, end: hub.listen(run, { desk, hear: (m) => heard.push(m) }) };
}

it('what happens in a run is heard once by its streams here and in the other process, by no other run’s', async () => {
  const own = hearing(here);
  const far = hearing(there);
  const other = hearing(there, false, 'run-2');
  const pulse = { band: 'hard' } as never;
  here.publish('run-1', { kind: 'clock', offsetMs: -40 });
  here.publish('run-1', { kind: 'pulse', pulse: null });
  expect(own.heard).toEqual([
    { kind: 'clock', offsetMs: -40 },
    { kind: 'pulse', pulse: null },
  ]);
  expect(far.heard).toEqual(own.heard);
  expect(other.heard).toEqual([]);
  // What is not as it should be is passed over.
  for (const ear of ears) ear(JSON.stringify({ kind: 'pulse', from: 'x', run: 'run-1', pulse }));
  for (const ear of ears) ear('not even JSON');
  far.end();
  here.publish('run-1', { kind: 'clock', offsetMs: -50 });
  expect([own.heard.length, far.heard.length]).toEqual([3, 2]);
});

it('events are told by their number, and read by who hears of them: those that can be read', async () => {
  const far = hearing(there);
  here.publish('run-1', { kind: 'events', events: [{ n: 3, event: pause! }] });
  await vi.waitFor(() => expect(far.heard).toEqual([{ kind: 'events', events: [{ n: 3, event: pause }] }]));
  here.publish('run-1', { kind: 'events', events: [{ n: 1, event: start! }] });
  await vi.waitFor(() => expect(far.heard).toHaveLength(2));
  expect(far.heard[1]).toEqual({
    kind: 'events',
    events: [
      { n: 1, event: start },
      { n: 3, event: pause },
    ],
  });
  expect(asked).toEqual([
    ['run-1', 2, 1000],
    ['run-1', 0, 1000],
  ]);
  // Nobody there follows the second run: nothing is read for it.
  here.publish('run-2', { kind: 'events', events: [{ n: 1, event: start! }] });
  expect(asked).toHaveLength(2);
});

it('a command is for the desk alone, wherever it is; another plan is told to the process and to all', () => {
  const [desk, wall] = [hearing(there, true), hearing(there)];
  const other = vi.fn();
  there.onOtherPlan = other;
  const command: LiveMessage = { kind: 'command', id: 'c1', command: { type: 'pause' } };
  here.publish('run-1', command);
  expect([desk.heard, wall.heard]).toEqual([[command], []]);
  here.publish('run-1', { kind: 'plan' });
  expect(other.mock.calls).toEqual([['run-1']]);
  expect(wall.heard).toEqual([{ kind: 'plan' }]);
});

it('a desk is known in the other process at once, and for ten seconds after it was last told of', () => {
  const desk = hearing(there, true);
  expect([here.hasDesk('run-1'), there.hasDesk('run-1'), here.isLeading, there.isLeading]).toEqual([
    true,
    true,
    false,
    true,
  ]);
  expect(here.hasDesk('run-2')).toBe(false);
  // It is told of every four seconds, as long as it is open.
  vi.advanceTimersByTime(20_000);
  expect(here.hasDesk('run-1')).toBe(true);
  desk.end();
  expect([there.hasDesk('run-1'), there.isLeading]).toEqual([false, false]);
  vi.advanceTimersByTime(9_999);
  expect(here.hasDesk('run-1')).toBe(true);
  vi.advanceTimersByTime(1);
  expect(here.hasDesk('run-1')).toBe(false);
});

it('who only follows is no desk; what is too long for the channel stays here; who has left hears nothing', () => {
  hearing(there);
  expect(here.hasDesk('run-1')).toBe(false);
  const far = hearing(there);
  const command = (length: number): LiveMessage => ({
    kind: 'command',
    id: 'c1',
    command: { type: 'pause', note: 'x'.repeat(length) } as never,
  });
  const before = sent.length;
  here.publish('run-1', command(7700));
  here.publish('run-1', command(7900));
  expect(sent.length - before).toBe(1);
  there.leave();
  here.publish('run-1', { kind: 'plan' });
  expect(far.heard).toEqual([]);
  // A process that is alone tells nobody.
  const alone = new RunHub(database('embedded'));
  void alone.join();
  const count = sent.length;
  alone.publish('run-1', { kind: 'plan' });
  expect(sent.length).toBe(count);
});
