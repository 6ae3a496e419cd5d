// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { openRunStream, type StreamState } from './run-stream.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2));
const run = { plan, kind: 'watch', clockOffsetMs: 12 };

/** A stream of server-sent events that the test speaks for. */
class FakeSource extends EventTarget {
  static all: FakeSource[] = [];
  onerror: (() => void) | null = null;
  closed = false;
  constructor(readonly url: string) {
    super();
    FakeSource.all.push(this);
  }
  close() {
    this.closed = true;
  }
  say(name: string, data: unknown, lastEventId = '') {
    this.dispatchEvent(new MessageEvent(name, { data: JSON.stringify(data), lastEventId }));
  }
}

let heard: string[];
let states: StreamState[];
let gone: boolean;
let waitMs: number;
let close: () => void;

beforeEach(() => {
  FakeSource.all = [];
  heard = [];
  states = [];
  gone = false;
  waitMs = 0;
  vi.stubGlobal('EventSource', FakeSource);
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'setTimeout', 'clearTimeout', 'performance'] });
});
afterEach(() => {
  close();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

const open = () => {
  close = openRunStream(
    { address: (after) => `/stream${after ? `?after=${after}` : ''}`, standing: async () => ({ gone, waitMs }) },
    {
      onRun: (m) => heard.push(`run ${m.plan.title} ${m.clockOffsetMs}`),
      onEvent: (e) => heard.push(`event ${e.type}`),
      onClock: (ms) => heard.push(`clock ${ms}`),
      onBeat: (ms) => heard.push(`beat ${ms}`),
      onCommand: (id, c) => heard.push(`command ${id} ${c.type}`),
      onState: (s) => states.push(s),
    },
    () => 1,
  );
};
const live = () => FakeSource.all.filter((s) => !s.closed);

describe('the stream of a run', () => {
  it('tells the run first, then what happens; what does not fit is passed over', () => {
    open();
    const [source] = live();
    source!.say('run', run);
    source!.say('event', { id: 'event-0001', seq: 1, type: 'start', atMs: 1 }, '1');
    source!.say('event', { id: 'event-0002', seq: 2, type: 'dance', atMs: 2 }, '2');
    source!.say('clock', { offsetMs: 7 });
    source!.say('clock', { offsetMs: 'late' });
    source!.say('beat', { nowMs: 99 });
    source!.say('command', { id: 'ask-1', command: { type: 'pause' } });
    expect(heard).toEqual(['run Test class 12', 'event start', 'clock 7', 'beat 99', 'command ask-1 pause']);
    expect(states).toEqual(['open']);
    close();
    expect(live()).toEqual([]);
  });

  it('goes on after the last event it had when the connection breaks, and at once', async () => {
    open();
    live()[0]!.say('run', run);
    live()[0]!.say('event', { id: 'event-0001', seq: 1, type: 'start', atMs: 1 }, '41');
    live()[0]!.onerror?.();
    await vi.advanceTimersByTimeAsync(400);
    expect(live().map((s) => s.url)).toEqual(['/stream?after=41']);
    live()[0]!.say('run', run);
    // A break that short is told to nobody.
    await vi.advanceTimersByTimeAsync(0);
    expect(states).toEqual(['open', 'open']);
  });

  it('takes a connection without a sign of life for 7 s as dead, and says so after 10 s more', async () => {
    open();
    live()[0]!.say('run', run);
    for (let k = 0; k < 3; k++) {
      await vi.advanceTimersByTimeAsync(3000);
      live()[0]!.say('beat', { nowMs: k });
    }
    await vi.advanceTimersByTimeAsync(7200);
    expect(FakeSource.all).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(400);
    expect([FakeSource.all.length, states]).toEqual([2, ['open']]);
    await vi.advanceTimersByTimeAsync(10_400);
    expect(states).toEqual(['open', 'broken']);
    live()[0]!.say('run', run);
    expect(states).toEqual(['open', 'broken', 'open']);
  });

  it('makes one try at a time, given up after 15 s; each further one comes later, up to 15 s apart', async () => {
    open();
    const triedAt: number[] = [];
    const since = performance.now();
    let seen = 0;
    for (let ms = 0; ms < 100_000; ms += 100) {
      if (FakeSource.all.length > seen) triedAt.push(Math.round((performance.now() - since) / 1000));
      seen = FakeSource.all.length;
      expect(live().length).toBeLessThanOrEqual(1);
      await vi.advanceTimersByTimeAsync(100);
    }
    // 15 s of trying each, and 1, 2, 4, 8, 15 s between.
    expect(triedAt).toEqual([0, 16, 33, 53, 76]);
  });

  it('is open when a try comes through late, on a server that answers in 12 s', async () => {
    open();
    await vi.advanceTimersByTimeAsync(12_000);
    live()[0]!.say('run', run);
    expect([FakeSource.all.length, states]).toEqual([1, ['open']]);
  });

  it('where every try is refused at once it comes ever more rarely, and heeds how long it is told to wait', async () => {
    open();
    for (let ms = 0; ms < 60_000; ms += 100) {
      for (const source of live()) source.onerror?.();
      await vi.advanceTimersByTimeAsync(100);
    }
    // At 0, 1, 3, 7, 15, 30, 45 and 60 s.
    expect(FakeSource.all.length).toBe(8);
    waitMs = 40_000;
    while (live().length === 0) await vi.advanceTimersByTimeAsync(100);
    live()[0]!.onerror?.();
    await vi.advanceTimersByTimeAsync(39_000);
    expect(live()).toEqual([]);
    await vi.advanceTimersByTimeAsync(1500);
    expect(live()).toHaveLength(1);
  });

  it('gives up where there is no such run or code, and only there', async () => {
    open();
    live()[0]!.onerror?.();
    await vi.advanceTimersByTimeAsync(1500);
    expect(states).toEqual([]);
    gone = true;
    live()[0]!.onerror?.();
    await vi.advanceTimersByTimeAsync(20_000);
    expect(states).toEqual(['refused']);
    expect(live()).toEqual([]);
  });

  it('begins anew at once when the network is back, and when somebody looks again', async () => {
    open();
    live()[0]!.say('run', run);
    window.dispatchEvent(new Event('online'));
    expect(live()).toHaveLength(1);
    expect(FakeSource.all).toHaveLength(2);
    for (let k = 0; k < 4; k++) {
      live()[0]?.onerror?.();
      await vi.advanceTimersByTimeAsync(1200 * 2 ** k);
    }
    live()[0]?.onerror?.();
    const tried = FakeSource.all.length;
    document.dispatchEvent(new Event('visibilitychange'));
    expect([FakeSource.all.length, live().length]).toEqual([tried + 1, 1]);
  });
});
