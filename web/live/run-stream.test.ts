// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { circuit, planOf, stations } from '../../core/test/build.ts';
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
let close: () => void;

beforeEach(() => {
  FakeSource.all = [];
  heard = [];
  states = [];
  gone = false;
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
    { address: (after) => `/stream${after ? `?after=${after}` : ''}`, isGone: async () => gone },
    {
      onRun: (m) => heard.push(`run ${m.plan.title} ${m.clockOffsetMs}`),
      onEvent: (e) => heard.push(`event ${e.type}`),
      onClock: (ms) => heard.push(`clock ${ms}`),
      onBeat: (ms) => heard.push(`beat ${ms}`),
      onCommand: (id, c) => heard.push(`command ${id} ${c.type}`),
      onState: (s) => states.push(s),
    },
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

  it('goes on after the last event it had when the connection breaks', async () => {
    open();
    live()[0]!.say('run', run);
    live()[0]!.say('event', { id: 'event-0001', seq: 1, type: 'start', atMs: 1 }, '41');
    live()[0]!.onerror?.();
    await vi.advanceTimersByTimeAsync(900);
    expect(states).toEqual(['open', 'broken']);
    expect(live().map((s) => s.url)).toEqual(['/stream?after=41']);
    live()[0]!.say('run', run);
    expect(states).toEqual(['open', 'broken', 'open']);
  });

  it('takes a connection without a sign of life for 7 s as dead', async () => {
    open();
    live()[0]!.say('run', run);
    for (let k = 0; k < 3; k++) {
      await vi.advanceTimersByTimeAsync(3000);
      live()[0]!.say('beat', { nowMs: k });
    }
    expect(states).toEqual(['open']);
    await vi.advanceTimersByTimeAsync(7400);
    expect(states).toEqual(['open', 'broken']);
  });

  it('tries three ways at most at once, and the first to get through is the stream', async () => {
    open();
    await vi.advanceTimersByTimeAsync(5000);
    expect(live()).toHaveLength(3);
    const [first, ...others] = live();
    first!.say('run', run);
    expect(others.every((s) => s.closed)).toBe(true);
    others[0]!.say('beat', { nowMs: 1 });
    expect(heard).toEqual(['run Test class 12']);
  });

  it('gives up where there is no such run or code, and only there', async () => {
    open();
    live()[0]!.onerror?.();
    await vi.advanceTimersByTimeAsync(1000);
    expect(states).toEqual([]);
    gone = true;
    live()[0]!.onerror?.();
    await vi.advanceTimersByTimeAsync(5000);
    expect(states).toEqual(['refused']);
    expect(live()).toEqual([]);
  });

  it('begins anew at once when the network is back', async () => {
    open();
    live()[0]!.say('run', run);
    window.dispatchEvent(new Event('online'));
    expect(states).toEqual(['open', 'broken']);
    expect(live()).toHaveLength(1);
  });
});
