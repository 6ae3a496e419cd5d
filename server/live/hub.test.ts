import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { eventsOf } from '../../core/test/events.ts';
import type { Database } from '../db/database.ts';
import { type LiveMessage, RunHub } from './hub.ts';

/** Two server processes on one database, whose channel carries what it is told at once. */
const listeners = new Set<(payload: string) => void>();
const backs = new Set<() => void>();
const sent: string[] = [];
const [start, pause] = eventsOf([0, { type: 'start' }], [9, { type: 'pause' }]);
/** Three events of the run are stored, the second no longer readable. */
const stored = [
  { n: 1, event: start },
  { n: 2, event: { type: 'nothing we know' } },
  { n: 3, event: pause },
];
const asked: unknown[][] = [];
/** Runs that a process has marked as led. */
const led: unknown[] = [];
const database = (kind: Database['kind']) =>
  ({
    kind,
    query: async (sql: string, values: unknown[]) => {
      if (sql.startsWith('UPDATE run SET desk_at')) return led.push(values[0]);
      if (sql.startsWith('SELECT 1 FROM run')) return led.length > 0 ? [1] : [];
      asked.push(values);
      return stored.filter(({ n }) => n > Number(values[1]));
    },
    notify: async (_: string, payload: string) => {
      sent.push(payload);
      for (const listener of listeners) listener(payload);
    },
    listen: async (_: string, listener: (payload: string) => void, back: () => void) => {
      listeners.add(listener);
      backs.add(back);
      return () => listeners.delete(listener);
    },
  }) as unknown as Database;

type Asked = Extract<LiveMessage, { kind: 'command' }>;
let here: RunHub;
let there: RunHub;
beforeEach(async () => {
  vi.useFakeTimers();
  vi.setSystemTime(1_790_000_000_000);
  for (const list of [sent, asked]) list.length = 0;
  for (const set of [listeners, backs]) set.clear();
  led.length = 0;
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
  for (const listener of listeners) listener(JSON.stringify({ kind: 'pulse', from: 'x', run: 'run-1', pulse }));
  for (const listener of listeners) listener('not even JSON');
  far.end();
  here.publish('run-1', { kind: 'clock', offsetMs: -50 });
  expect([own.heard.length, far.heard.length]).toEqual([3, 2]);
});

it('events are read on from what was told last, wherever they came and whatever news was lost', async () => {
  const far = hearing(there);
  // Before its first stream has read what there was nothing is read for it.
  here.news('run-1');
  expect(asked).toEqual([]);
  there.reached('run-1', 1);
  const rest = [
    { n: 2, event: null },
    { n: 3, event: pause },
  ];
  await vi.waitFor(() => expect(far.heard).toEqual([{ kind: 'events', events: rest }]));
  // News that says nothing new is looked up and not told.
  here.news('run-1');
  await vi.waitFor(() => expect(asked.at(-1)).toEqual(['run-1', 3, 1000]));
  expect(far.heard).toHaveLength(1);
  // News is lost: found out by itself in a moment.
  stored.push({ n: 7, event: start });
  await vi.advanceTimersByTimeAsync(3000);
  expect(far.heard[1]).toEqual({ kind: 'events', events: [{ n: 7, event: start }] });
  stored.pop();
  // Nobody there follows the second run: nothing is read for it.
  const before = asked.length;
  here.news('run-2');
  expect(asked).toHaveLength(before);
});

it('when the channel is back all look what they missed, and take the class and the clock anew', async () => {
  const [far, desk] = [hearing(there), hearing(there, true)];
  there.reached('run-1', 1);
  const other = vi.fn();
  there.onOtherPlan = other;
  for (const back of backs) back();
  await vi.waitFor(() => expect(far.heard).toHaveLength(2));
  expect(far.heard.map((m) => m.kind)).toEqual(['plan', 'events']);
  expect(desk.heard.map((m) => m.kind)).toEqual(['plan', 'waiting', 'events']);
  expect(other.mock.calls).toEqual([['run-1']]);
});

it('a database that is away is asked again in a moment, also by a process that is alone', async () => {
  const trouble = vi.fn();
  const alone = new RunHub({ ...database('embedded'), query: failing }, trouble);
  await alone.join();
  const own = hearing(alone);
  alone.reached('run-1', 0);
  alone.news('run-1');
  await vi.waitFor(() => expect(trouble).toHaveBeenCalledTimes(1));
  fails = false;
  await vi.advanceTimersByTimeAsync(3000);
  expect(own.heard).toEqual([{ kind: 'events', events: [{ n: 1, event: start }] }]);
  alone.leave();
});

let fails = true;
const failing = (async () => {
  if (fails) throw new Error('away');
  return [{ n: 1, event: start }];
}) as unknown as Database['query'];

it('a command is for the desk alone, wherever it is; another plan is told to the process and to all', () => {
  const [desk, wall] = [hearing(there, true), hearing(there)];
  const other = vi.fn();
  there.onOtherPlan = other;
  const command: Asked = { kind: 'command', id: 'c1', command: { type: 'pause' } };
  here.publish('run-1', command);
  expect([desk.heard, wall.heard]).toEqual([[command], []]);
  here.publish('run-1', { kind: 'plan' });
  expect(other.mock.calls).toEqual([['run-1']]);
  expect(wall.heard).toEqual([{ kind: 'plan' }]);
});

it('a desk is known in the other process at once, and for ten seconds after it was last told of', async () => {
  expect(await here.isLed()).toBe(false);
  const desk = hearing(there, true);
  expect([here.hasDesk('run-1'), there.hasDesk('run-1')]).toEqual([true, true]);
  // Whether any class is led is asked of the database, whose every process marks what it has.
  expect([led, await here.isLed(), await there.isLed()]).toEqual([[['run-1']], true, true]);
  expect(here.hasDesk('run-2')).toBe(false);
  // It is told of every four seconds, as long as it is open.
  vi.advanceTimersByTime(20_000);
  expect(here.hasDesk('run-1')).toBe(true);
  desk.end();
  expect(there.hasDesk('run-1')).toBe(false);
  vi.advanceTimersByTime(9_999);
  expect(here.hasDesk('run-1')).toBe(true);
  vi.advanceTimersByTime(1);
  expect(here.hasDesk('run-1')).toBe(false);
});

it('who only follows is no desk; what is too long for the channel stays here; who has left hears nothing', () => {
  hearing(there);
  expect(here.hasDesk('run-1')).toBe(false);
  const far = hearing(there);
  const command = (length: number): Asked => ({
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
