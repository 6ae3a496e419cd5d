import { beforeEach, describe, expect, it, vi } from 'vitest';
import { type TimedTrack, TrackPlayer } from './track-player.ts';

interface Started {
  when: number;
  offset: number;
  rate: number;
  stops: number[];
}

let started: Started[];
let clock: { currentTime: number };
let lent: string[];

class FakeParam {
  setValueAtTime = () => this;
  linearRampToValueAtTime = () => this;
  setTargetAtTime = () => this;
  cancelScheduledValues = () => this;
}

beforeEach(() => {
  started = [];
  lent = [];
  clock = { currentTime: 0 };
  vi.stubGlobal(
    'GainNode',
    class {
      gain = new FakeParam();
      connect = (to: unknown) => to;
    },
  );
  vi.stubGlobal(
    'AudioBufferSourceNode',
    class {
      entry: Started;
      constructor(_: unknown, { playbackRate }: { playbackRate: number }) {
        this.entry = { when: -1, offset: -1, rate: playbackRate, stops: [] };
        started.push(this.entry);
      }
      connect = (to: unknown) => to;
      start = (when: number, offset: number) => Object.assign(this.entry, { when, offset });
      stop = (when = 0) => this.entry.stops.push(when);
    },
  );
  return () => vi.unstubAllGlobals();
});

const track = (id: string, atMs: number, endMs: number, more: Partial<TimedTrack> = {}): TimedTrack => ({
  id,
  title: id,
  atMs,
  endMs,
  offsetMs: 250,
  rate: 1,
  fadeInMs: 15,
  fadeOutMs: 500,
  ...more,
});
const player = (onChange = () => {}) =>
  new TrackPlayer(
    clock as never,
    {} as never,
    async (id) => {
      lent.push(id);
      return id === 'gone' ? null : ({ duration: 300 } as never);
    },
    (ms) => ms / 1000,
    onChange,
  );
/** A look at a moment, and what is fetched for it. */
const look = async (p: TrackPlayer, ms: number) => {
  clock.currentTime = ms / 1000;
  p.tick(ms, ms + 2500);
  await Promise.resolve();
  await Promise.resolve();
  p.tick(ms, ms + 2500);
};

describe('tracks on the audio clock', () => {
  it('are fetched ahead, begin on their moment from their beat, and end where they are to', async () => {
    const p = player();
    p.plan([track('a', 25_000, 60_000, { rate: 1.05 })], 0);
    await look(p, 0);
    expect([lent, started.length]).toEqual([[], 0]);
    await look(p, 8000);
    expect([lent, started.length]).toEqual([['a'], 0]);
    await look(p, 23_000);
    expect(started).toEqual([{ when: 25, offset: 0.25, rate: 1.05, stops: [60] }]);
    expect([p.at(24_000), p.at(30_000)?.id]).toEqual([null, 'a']);
  });

  it('go on untouched when all is planned anew and they are still wanted; an end that moves is moved', async () => {
    const p = player();
    p.plan([track('a', 0, 60_000)], 0);
    await look(p, 0);
    p.plan([track('a', 0, 60_000), track('b', 60_000, 90_000)], 20_000);
    await look(p, 20_000);
    expect([started.length, started[0]?.stops]).toEqual([1, [60]]);
    p.plan([track('a', 0, 70_000)], 21_000);
    expect(started[0]?.stops).toEqual([60, 70]);
  });

  it('stop soon when they are not wanted any more, and begin anew within themselves after a pause', async () => {
    const p = player();
    p.plan([track('a', 0, 60_000)], 0);
    await look(p, 0);
    clock.currentTime = 10;
    p.plan([], 10_000);
    expect(started[0]?.stops.at(-1)).toBeCloseTo(10.08, 6);
    // Ten seconds of pause: all lies ten seconds later.
    p.plan([track('a', 10_000, 70_000)], 20_000);
    await look(p, 20_000);
    // Half a beat of lateness is made good: it is as far into the track as it should be by then.
    expect(started[1]).toMatchObject({ when: 20.06, offset: 10.31 });
  });

  it('that are not on this device are told, and the next one plays', async () => {
    const told = vi.fn();
    const p = player(told);
    p.plan([track('gone', 0, 10_000), track('b', 10_000, 20_000)], 0);
    await look(p, 0);
    expect([p.missing(0)?.id, p.at(0)]).toEqual(['gone', null]);
    expect(told).toHaveBeenCalled();
    await look(p, 9000);
    expect(started.map((s) => s.when)).toEqual([10]);
    expect(p.missing(12_000)).toBeNull();
  });
});
