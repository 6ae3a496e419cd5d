import { beforeEach, describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import type { RunEvent } from '../../../core/time/index.ts';
import type { StreamListener } from '../../base/index.ts';
import { flushPromises, ManualTimers, memoryStorage, TestServer } from '../../test/desks.test.support.ts';
import { DeskClock } from './desk-clock.ts';
import { linkDesk } from './desk-link.ts';
import { Outbox } from './outbox.ts';
import { RunStorage } from './run-storage.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2));
const RUN = 'run-of-link';
const T0 = 1_790_000_000_000;
const start: RunEvent = { id: 'event-1-x', seq: 1, atMs: T0, type: 'start' };

let steady: number;
let system: number;
let serverAhead: number;
let leads: boolean;
let told: number[];
let refuse: boolean;
let heard: string[];
let behind: number[];
let stream: StreamListener | null;
let otherWindow: (key: string) => void;

/** A desk's link on a server whose clock is `serverAhead` of the steady one. */
function link(known: boolean) {
  const storage = new RunStorage(memoryStorage());
  storage.storeHead({ id: RUN, plan, created: known, madeAtMs: T0 });
  const timers = new ManualTimers();
  const server = new TestServer();
  const outbox = new Outbox(storage, server, timers);
  const clock = new DeskClock({
    ask: async (estimate) => estimate.add({ sentMs: steady, cameMs: steady, serverMs: steady + serverAhead }),
    serverIsHere: false,
    timers,
    steadyNow: () => steady,
    systemNow: () => system,
  });
  const unlink = linkDesk(
    RUN,
    {
      leads: () => leads,
      now: () => clock.run.now(),
      onEvents: (events, onServer) => heard.push(...events.map((e) => `${e.type}${onServer ? ' on the server' : ''}`)),
      onCommand: (id, c) => heard.push(`asked ${id} ${c.type}`),
      onBehind: (ms) => behind.push(ms),
    },
    {
      storage,
      outbox,
      clock,
      timers,
      openStream: (_, on) => {
        stream = on;
        return () => {
          stream = null;
        };
      },
      onWaiting: (id) => heard.push(`waiting in ${id}`),
      tellClock: async (_, ms) => {
        if (refuse) throw new Error('away');
        told.push(ms);
      },
      watchWindows: (on) => {
        otherWindow = on;
        return () => {
          otherWindow = () => {};
        };
      },
    },
  );
  return { storage, outbox, timers, unlink, clock };
}

beforeEach(() => {
  steady = 1000;
  system = T0;
  serverAhead = T0 + 4000;
  leads = true;
  told = [];
  refuse = false;
  heard = [];
  behind = [];
  stream = null;
  otherWindow = () => {};
});

describe('the link of a desk', () => {
  it('opens the stream once the server knows the run', async () => {
    const { storage, outbox } = link(false);
    expect(stream).toBeNull();
    storage.keepWaiting(RUN, start);
    await outbox.flush(RUN);
    expect(stream).not.toBeNull();
  });

  it('tells the server how the leading desk\u2019s clock stands, and again only when it has moved', async () => {
    const { timers } = link(true);
    await flushPromises();
    timers.pass(2000);
    await flushPromises();
    // The server shows T0 + 5000, the run T0.
    expect(told).toEqual([5000]);
    timers.pass(10_000);
    await flushPromises();
    expect(told).toHaveLength(1);
    serverAhead += 40;
    timers.pass(5000);
    await flushPromises();
    timers.pass(2000);
    await flushPromises();
    expect(told.length).toBeGreaterThan(1);
  });

  it('tells it again when it was not heard, and never while another leads', async () => {
    const { timers } = link(true);
    await flushPromises();
    refuse = true;
    timers.pass(2000);
    await flushPromises();
    refuse = false;
    timers.pass(2000);
    await flushPromises();
    expect(told).toEqual([5000]);
    leads = false;
    serverAhead += 500;
    timers.pass(20_000);
    await flushPromises();
    expect(told).toHaveLength(1);
  });

  it('moves a desk that follows to the leading one\u2019s time, and lets small differences be', async () => {
    leads = false;
    const { timers } = link(true);
    await flushPromises();
    stream!.onRun({ plan, kind: 'desk', part: null, clockOffsetMs: 4700 });
    timers.pass(500);
    expect(behind).toEqual([300]);
    stream!.onClock(4995);
    timers.pass(500);
    expect(behind).toHaveLength(1);
  });

  it('hears the server, other windows, and what is asked of it alone', () => {
    const { storage, unlink } = link(true);
    stream!.onEvent(start);
    storage.keepWaiting(RUN, { ...start, id: 'event-2-x', type: 'pause' });
    otherWindow(`odd-round.waits.${RUN}.event-2-x`);
    otherWindow('odd-round.waits.another-run.event-2-x');
    stream!.onWaiting?.();
    expect(heard.pop()).toBe(`waiting in ${RUN}`);
    stream!.onCommand?.('ask-1', { type: 'skip' });
    leads = false;
    stream!.onCommand?.('ask-2', { type: 'skip' });
    expect(heard).toEqual(['start on the server', 'pause', 'asked ask-1 skip']);
    unlink();
    expect(stream).toBeNull();
  });

  it('asks the time anew when a beat surprises, and takes a set clock from a sleep by the server', async () => {
    const { clock, timers } = link(true);
    await flushPromises();
    timers.pass(100);
    serverAhead += 9000;
    stream!.onBeat(steady + serverAhead);
    await flushPromises();
    expect(clock.offsetTo(clock.run.now())).toBe(14_000);
    // The device's clock jumps a minute: the server did not, so it was set, and the run's time stays.
    const before = clock.run.now();
    system += 60_000;
    await clock.run.check();
    expect(clock.run.now()).toBe(before);
    // It jumps again, and the server has gone on as much: the machine slept.
    system += 60_000;
    serverAhead += 60_000;
    await clock.run.check();
    expect(clock.run.now()).toBe(before + 60_000);
  });
});
