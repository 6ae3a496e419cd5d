import { beforeEach, describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import type { RunEvent } from '../../../core/time/index.ts';
import { fill, flushPromises, ManualTimers, memoryStorage, TestServer } from '../../test/desks.test.support.ts';
import { Outbox, type Settled } from './outbox.ts';
import { RunStorage } from './run-storage.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2));
const NOW = 1_790_000_000_000;
const event = (seq: number): RunEvent => ({
  id: `event-${seq}-x`,
  seq,
  atMs: NOW + seq,
  type: seq === 1 ? 'start' : 'pause',
});

let kept: Storage;
let storage: RunStorage;
let server: TestServer;
let timers: ManualTimers;
let outbox: Outbox;
let made = 0;

beforeEach(() => {
  kept = memoryStorage();
  storage = new RunStorage(kept);
  server = new TestServer();
  timers = new ManualTimers();
  outbox = new Outbox(storage, server, timers);
});

function begin(...events: RunEvent[]): string {
  made += 1;
  const id = `run-${made}`;
  storage.storeHead({ id, plan, created: false, madeAtMs: NOW });
  for (const e of events) storage.keepWaiting(id, e);
  return id;
}

describe('the outbox', () => {
  it('sends the run, then its events, and notes what the server has', async () => {
    const id = begin(event(1), event(2));
    expect(await outbox.flush(id)).toBe(true);
    expect(server.calls).toEqual(['create', 'append']);
    expect(server.idsOf(id)).toEqual(['event-1-x', 'event-2-x']);
    expect(storage.waitingEvents(id)).toEqual([]);
    expect(storage.keptEvents(id)).toHaveLength(2);
  });

  it('keeps everything while the server is away and sends only what is missing afterwards', async () => {
    const id = begin(event(1));
    await outbox.flush(id);
    server.away = true;
    for (const e of [event(3), event(2)]) storage.keepWaiting(id, e);
    expect(await outbox.flush(id)).toBe(false);
    expect(storage.waitingEvents(id).map((e) => e.id)).toEqual(['event-2-x', 'event-3-x']);
    server.away = false;
    expect(await outbox.flush(id)).toBe(true);
    expect(server.idsOf(id)).toEqual(['event-1-x', 'event-2-x', 'event-3-x']);
  });

  it('sets aside what the server will not take, tells it, and sends what comes after it', async () => {
    const id = begin(event(1), event(2), event(3));
    const told: Settled[] = [];
    outbox.watch((s) => told.push(s));
    server.bad.add('event-2-x');
    expect(await outbox.flush(id)).toBe(true);
    expect(server.idsOf(id)).toEqual(['event-1-x', 'event-3-x']);
    expect(storage.asideOf(id)).toEqual([{ id: 'event-2-x', problem: 'broken' }]);
    expect(storage.keptEvents(id).map((e) => e.id)).toEqual(['event-1-x', 'event-3-x']);
    expect(told.at(-1)).toMatchObject({ sent: ['event-1-x', 'event-3-x'], refused: [{ id: 'event-2-x' }] });
    const calls = server.calls.length;
    expect(await outbox.flush(id)).toBe(true);
    expect(server.calls).toHaveLength(calls);
  });

  it('gives a server that has lost the run, as after a restore, all of it anew', async () => {
    const id = begin(event(1));
    await outbox.flush(id);
    server.runs.clear();
    storage.keepWaiting(id, event(2));
    expect(await outbox.flush(id)).toBe(false);
    expect(await outbox.flush(id)).toBe(true);
    expect(server.idsOf(id)).toEqual(['event-1-x', 'event-2-x']);
  });

  it('what comes while something is sent goes right after it, and none is left for later', async () => {
    const id = begin(event(1));
    const asked = [outbox.flush(id)];
    for (let k = 2; k <= 40; k++) {
      storage.keepWaiting(id, event(k));
      asked.push(outbox.flush(id));
      if (k % 3 === 0) await flushPromises();
    }
    expect(new Set(await Promise.all(asked))).toEqual(new Set([true]));
    expect(storage.waitingEvents(id)).toEqual([]);
    expect(server.idsOf(id)).toHaveLength(40);
  });

  it('tries again every two seconds while something is left, at once when poked, and no more once stopped', async () => {
    server.away = true;
    const id = begin(event(1));
    const sending = outbox.keepSending(id);
    await flushPromises();
    server.away = false;
    timers.pass(1999);
    await flushPromises();
    expect(server.calls).toEqual([]);
    timers.pass(1);
    await flushPromises();
    expect(server.idsOf(id)).toEqual(['event-1-x']);
    storage.keepWaiting(id, event(2));
    sending.flushNow();
    await flushPromises();
    expect(server.idsOf(id)).toEqual(['event-1-x', 'event-2-x']);
    server.away = true;
    storage.keepWaiting(id, event(3));
    sending.flushNow();
    await flushPromises();
    sending.stop();
    server.away = false;
    timers.pass(60_000);
    await flushPromises();
    expect(server.idsOf(id)).toHaveLength(2);
  });

  it('sends nothing of a run that was never started', async () => {
    expect(await outbox.flush(begin())).toBe(true);
    expect(server.calls).toEqual([]);
  });

  it('forgets a run that was made ready and not started within a week', async () => {
    const id = begin();
    await outbox.flushLeftovers(NOW + 6 * 86_400_000);
    expect(storage.readHead(id)).not.toBeNull();
    await outbox.flushLeftovers(NOW + 7 * 86_400_000 + 1);
    expect(storage.readHead(id)).toBeNull();
  });

  it('says when this browser can keep no more, and sends what it could not keep all the same', async () => {
    const id = begin();
    expect(storage.keepWaiting(id, event(1))).toBe(true);
    fill(kept);
    expect(storage.keepWaiting(id, event(2))).toBe(false);
    expect(storage.waitingEvents(id).map((e) => e.id)).toEqual(['event-1-x', 'event-2-x']);
    expect(await outbox.flush(id)).toBe(true);
    expect(server.idsOf(id)).toEqual(['event-1-x', 'event-2-x']);
    expect(storage.waitingEvents(id)).toEqual([]);
  });

  it('forgets a run that is over and safe, and keeps one under way', async () => {
    const over = begin(event(1));
    const now = NOW + 86_400_000;
    const live = begin({ ...event(1), atMs: now - 1000 });
    await outbox.flushLeftovers(now);
    expect(storage.readHead(over)).toBeNull();
    expect(storage.readHead(live)).not.toBeNull();
    expect(server.runs.size).toBe(2);
    expect(Object.keys(kept).filter((k) => k.includes(`${over}.`))).toEqual([]);
  });

  it('takes over a run that an older version kept in one text; one damaged event costs only itself', async () => {
    const old = { id: 'old-run', plan, created: true, madeAtMs: 1, sent: ['event-1-x'] };
    const events = [event(1), event(2), { ...event(3), seq: 'third' }];
    kept.setItem('odd-round.run.old-run', JSON.stringify({ ...old, events }));
    await storage.restore();
    expect(storage.keptEvents('old-run').map((e) => e.id)).toEqual(['event-1-x', 'event-2-x']);
    expect(storage.waitingEvents('old-run').map((e) => e.id)).toEqual(['event-2-x']);
    expect(storage.readHead('old-run')).toEqual({ id: 'old-run', plan, created: true, madeAtMs: 1 });
  });

  it('puts back from the copies what a killed browser had not written, but nothing that has been sent since', async () => {
    const copies = new Map([
      ['odd-round.waits.r.event-1-x', JSON.stringify(event(1))],
      ['odd-round.waits.r.event-2-x', JSON.stringify(event(2))],
    ]);
    kept.setItem('odd-round.sent.r.event-1-x', JSON.stringify(event(1)));
    const revived = new RunStorage(kept, {
      keep: () => {},
      drop: () => {},
      putBack: async (put) => {
        for (const [key, text] of copies) put(key, text);
      },
    });
    await revived.restore();
    expect(revived.waitingEvents('r').map((e) => e.id)).toEqual(['event-2-x']);
  });
});
