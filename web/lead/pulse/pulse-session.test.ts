import { describe, expect, it } from 'vitest';
import type { Told } from '../../../core/record/index.ts';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { eventsOf, T0 } from '../../../core/test/events.ts';
import { advance, foldRun, type RunCommand, type RunState } from '../../../core/time/index.ts';
import type { PulseOnWall } from '../../../core/wire/index.ts';
import { PulseSession, type PulseState, settled, wallOf } from './pulse-session.ts';
import { replaySource, simulatedSource } from './sources.ts';

/** Count-in 10; sets from 10 to 40 and from 50 to 80. */
const plan = { ...planOf(circuit(stations(2), 30, 10, 1)), countInMs: 10_000 };
const folded = foldRun(plan, eventsOf([0, { type: 'start' }]));

function world() {
  let nowMs = T0;
  const acts: { every: number; act: () => void; at: number }[] = [];
  const timers = {
    every: (every: number, act: () => void) => {
      const entry = { every, act, at: nowMs };
      acts.push(entry);
      return () => void acts.splice(acts.indexOf(entry), 1);
    },
    after: () => () => {},
  };
  const pass = (ms: number) => {
    for (const until = nowMs + ms; nowMs < until; ) {
      nowMs += 500;
      for (const a of [...acts])
        if (nowMs - a.at >= a.every) {
          a.at += a.every;
          a.act();
        }
    }
  };
  return { timers, pass, now: () => nowMs };
}

function session() {
  const w = world();
  const commands: RunCommand[] = [];
  const wall: (PulseOnWall | null)[] = [];
  let shown: PulseState | null = null;
  const pulse = new PulseSession(
    {
      timers: w.timers,
      now: w.now,
      state: (): RunState => advance(folded, w.now()),
      command: (what) => commands.push(what),
      tellWall: (_, p) => wall.push(p),
      runId: () => 'run-1',
      onChange: (s) => {
        shown = s;
      },
    },
    { share: 0.7, formula: 'tanaka' },
  );
  let hear: (told: readonly Told[]) => void = () => {};
  const tell = (bpm: number, strap = '1') => hear([{ strap, atMs: w.now(), bpm }]);
  pulse.hear({
    name: 'a strap',
    start: (h) => {
      hear = h;
      return () => {};
    },
  });
  return { ...w, pulse, commands, wall, tell, shown: () => shown };
}

describe('heart rates beside a run', () => {
  it('writes down each set with its mean and its most, and the gaps with their time in zones alone', () => {
    const s = session();
    for (let t = 0; t < 85; t++) {
      s.tell(t < 10 ? 90 : 120 + (t % 2) * 20);
      s.pass(1000);
    }
    expect(
      s.commands.map((c) => (c.type === 'pulse' ? [c.stationId, c.round, c.of[0]?.mean, c.of[0]?.max] : [])),
    ).toEqual([
      [null, null, expect.any(Number), expect.any(Number)],
      ['s1', 1, 130, 140],
      [null, null, 130, 140],
      ['s2', 1, 130, 140],
    ]);
    const total = s.commands
      .flatMap((c) => (c.type === 'pulse' ? c.of.flatMap((o) => o.zonesMs) : []))
      .reduce((a, b) => a + b, 0);
    // From the first to the last word of the strap in the class: 120 and 140 of 180 are zones 2 and 3; 90 is zone 1.
    expect(total).toBeGreaterThan(75_000);
    expect(total).toBeLessThanOrEqual(84_000);
    // The class is over: nothing is heard any more.
    expect(s.shown()?.source).toBeNull();
  });

  it('tells walls only when asked, with names only of those who said yes, and none once a yes is taken back', () => {
    const s = session();
    s.tell(150);
    s.tell(100, '2');
    s.pass(2000);
    expect(s.wall).toEqual([]);
    s.pulse.show({ onWall: true });
    expect(s.wall.at(-1)).toEqual({ zones: [0, 1, 0, 0, 1, 0], unknown: 0, people: [] });
    s.pulse.wear('1', { name: 'Marit', onWall: true });
    expect(s.wall.at(-1)?.people).toEqual([{ name: 'Marit', bpm: 150, zone: 4 }]);
    s.pulse.wear('1', { onWall: false });
    expect(s.wall.at(-1)?.people).toEqual([]);
    s.pulse.show({ onWall: false });
    expect(s.wall.at(-1)).toBeNull();
    expect(wallOf([])).toEqual({ zones: [0, 0, 0, 0, 0, 0], unknown: 0, people: [] });
  });

  it('proposes to go on when nine of ten are down', () => {
    const s = session();
    for (let k = 1; k <= 10; k++) s.tell(k === 1 ? 170 : 100, String(k));
    s.pass(1000);
    const state = s.shown()!;
    expect(settled(state)).toMatchObject({ goOn: true, above: [{ bpm: 170 }] });
    expect(settled({ ...state, share: 0.5 }).goOn).toBe(false);
  });
});

describe('sources of heart rates', () => {
  it('a file is told as the class goes on, from its own first moment', () => {
    const w = world();
    const told: Told[] = [];
    const samples = [
      { who: 'A', atMs: 5000, bpm: 100 },
      { who: 'B', atMs: 7000, bpm: 110 },
      { who: 'A', atMs: 65_000, bpm: 120 },
    ];
    const stop = replaySource('x.csv', samples, { ...w, effort: () => 0, startedAtMs: () => T0 }).start((t) =>
      told.push(...t),
    );
    w.pass(3000);
    expect(told.map((t) => [t.strap, t.bpm, t.atMs - T0])).toEqual([
      ['A', 100, 0],
      ['B', 110, 2000],
    ]);
    w.pass(60_000);
    expect(told.length).toBe(3);
    stop();
  });

  it('simulated straps tell each second, and stop when they are ended', () => {
    const w = world();
    let n = 0;
    const source = simulatedSource(
      { seed: 1, count: 5, silentPerHour: 0, sticksPerHour: 0 },
      { ...w, effort: () => 4, startedAtMs: () => T0 },
    );
    const stop = source.start((told) => {
      n += told.length;
    });
    w.pass(10_000);
    expect(n).toBe(50);
    stop();
    w.pass(5000);
    expect([n, source.maxima?.size]).toEqual([50, 5]);
  });
});
