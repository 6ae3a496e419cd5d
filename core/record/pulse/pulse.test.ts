import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../test/build.ts';
import { eventsOf } from '../../test/events.ts';
import { foldRun } from '../../time/index.ts';
import { PulseBoard, type Standing, settling, type Wearer, zoneCounts } from './board.ts';
import { readMeasurement } from './measurement.ts';
import { pulseLoad, pulseOf } from './record.ts';
import { SimulatedStraps, USUAL_STRAPS } from './straps.ts';
import { edwardsLoad, maxOf, zoneOf } from './zones.ts';

describe('zones and load', () => {
  it('the highest rate is the measured one, else by a formula with its spread', () => {
    expect([maxOf({ age: 40 }, 'tanaka'), maxOf({ age: 50 }, 'gellish'), maxOf({ age: 30 }, 'fox')]).toEqual([
      { bpm: 180, spread: 10 },
      { bpm: 172, spread: 8 },
      { bpm: 190, spread: 12 },
    ]);
    expect(maxOf({ ownMax: 191, age: 60 }, 'fox')).toEqual({ bpm: 191, spread: 0 });
    // Nobody’s age: that of forty, and less sure.
    expect(maxOf({}, 'tanaka')).toEqual({ bpm: 180, spread: 15 });
  });

  it('zones begin at 50, 60, 70, 80 and 90 %', () => {
    expect([0.49, 0.5, 0.599, 0.6, 0.7, 0.8, 0.9, 1.05].map(zoneOf)).toEqual([0, 1, 1, 2, 3, 4, 5, 5]);
  });

  it('Edwards: ten minutes in each of five zones are 10 × (1 + 2 + 3 + 4 + 5)', () => {
    expect(edwardsLoad(Array(5).fill(600_000))).toBe(150);
  });
});

describe('a Heart Rate Measurement', () => {
  it('is read as the service writes it: in one byte or two, with or without contact', () => {
    expect(readMeasurement(Uint8Array.of(0x00, 72))).toEqual({ bpm: 72, contact: null });
    expect(readMeasurement(Uint8Array.of(0x06, 140))).toEqual({ bpm: 140, contact: true });
    expect(readMeasurement(Uint8Array.of(0x04, 0))).toEqual({ bpm: 0, contact: false });
    expect(readMeasurement(Uint8Array.of(0x11, 0x2c, 0x01, 9, 9))).toEqual({ bpm: 300, contact: null });
    expect([readMeasurement(Uint8Array.of()), readMeasurement(Uint8Array.of(1, 72))]).toEqual([null, null]);
  });
});

const straight = { ...USUAL_STRAPS, silentPerHour: 0, sticksPerHour: 0 };
/** So many minutes at an effort, a step a second; the mean of all straps at the end. */
function minutes(straps: SimulatedStraps, n: number, effort: number): number {
  let last: { bpm: number }[] = [];
  for (let k = 0; k < n * 60; k++) last = straps.step(1, effort);
  return last.reduce((sum, x) => sum + x.bpm, 0) / last.length;
}

describe('simulated straps', () => {
  it('rise with effort, drift, and come down more slowly than they went up', () => {
    const straps = new SimulatedStraps(straight);
    const rest = minutes(straps, 2, 0);
    const early = minutes(straps, 4, 4);
    const late = minutes(straps, 20, 4);
    const half = minutes(straps, 0.5, 0.4);
    const down = minutes(straps, 4, 0.4);
    expect(rest).toBeGreaterThan(60);
    expect(rest).toBeLessThan(90);
    expect(early).toBeGreaterThan(rest + 50);
    expect(late).toBeGreaterThan(early + 2);
    expect(half).toBeGreaterThan(down + 20);
    expect(down).toBeLessThan(rest + 20);
  });

  it('are the same from the same seed, and others from another', () => {
    const of = (seed: number) => {
      const straps = new SimulatedStraps({ ...USUAL_STRAPS, seed });
      return JSON.stringify(Array.from({ length: 400 }, () => straps.step(1, 3)));
    };
    expect(of(7)).toBe(of(7));
    expect(of(7)).not.toBe(of(8));
  });

  it('24 of them for 45 minutes, faults and all: none above its highest, some silent, some stuck, all counted', () => {
    const straps = new SimulatedStraps({ seed: 3, count: 24, silentPerHour: 4, sticksPerHour: 2 });
    const board = new PulseBoard();
    board.know(
      [...straps.maxima].map(([strap, ownMax]): Wearer => ({ strap, name: strap, ownMax, onWall: false })),
      'tanaka',
    );
    const seen = { silent: 0, stuck: 0, ok: 0 };
    for (let t = 0; t < 2700; t++) {
      const told = straps.step(1, t % 60 < 40 ? 4 : 0.5);
      for (const { strap, bpm } of told) expect(bpm).toBeLessThanOrEqual(straps.maxima.get(strap) ?? 0);
      board.hear(told.map((x) => ({ ...x, atMs: t * 1000 })));
      const standings = board.at(t * 1000);
      for (const { state } of standings) seen[state] += 1;
      const { zones, unknown } = zoneCounts(standings);
      expect(zones.reduce((a, b) => a + b, 0) + unknown).toBe(standings.length);
    }
    expect([seen.silent > 100, seen.stuck > 100, seen.ok > 50_000]).toEqual([true, true, true]);
    const windows = board.takeWindow();
    expect(windows.length).toBe(24);
    for (const w of windows) expect(w.zonesMs.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(2_700_000);
    expect(board.takeWindow()).toEqual([]);
  });
});

describe('the board', () => {
  const wearer = (strap: string): Wearer => ({ strap, name: `P${strap}`, ownMax: 200, onWall: false });
  const board = () => {
    const b = new PulseBoard();
    b.know([wearer('1'), wearer('2')], 'tanaka');
    return b;
  };

  it('does not believe a strap that is silent, nor one that says the same for half a minute', () => {
    const b = board();
    for (let t = 0; t <= 40; t++) b.hear([{ strap: '1', atMs: t * 1000, bpm: 150 }]);
    b.hear([{ strap: '2', atMs: 33_000, bpm: 120 }]);
    expect(b.at(40_000).map((s) => [s.wearer.name, s.state, s.bpm])).toEqual([
      ['P1', 'stuck', null],
      ['P2', 'silent', null],
    ]);
  });

  it('sums a window: mean by time, the most, and the time in zones, gaps for six seconds at most', () => {
    const b = board();
    // 100 of 200 for 2 s (zone 1), then 180 for 1 s (zone 5), then after a minute of silence 130 (zone 2).
    b.hear([
      { strap: '1', atMs: 0, bpm: 100 },
      { strap: '1', atMs: 2000, bpm: 100 },
      { strap: '1', atMs: 3000, bpm: 180 },
      { strap: '1', atMs: 63_000, bpm: 130 },
      { strap: '1', atMs: 60_000, bpm: 90 },
    ]);
    expect(b.takeWindow()).toEqual([
      { strap: '1', mean: Math.round((200 + 180 + 780) / 9), max: 180, zonesMs: [2000, 6000, 0, 0, 1000] },
    ]);
  });

  const standing = (share: number | null): Standing => ({
    wearer: wearer('x'),
    state: share === null ? 'silent' : 'ok',
    bpm: share === null ? null : share * 200,
    share,
    zone: share === null ? null : zoneOf(share),
  });

  it('proposes to go on when nine of ten of those heard are down, and half of all are heard', () => {
    const nine = Array(9).fill(standing(0.6));
    expect(settling([...nine, standing(0.8)], 0.7)).toMatchObject({ goOn: true, above: [{ share: 0.8 }] });
    expect(settling([...nine.slice(1), standing(0.8), standing(0.9)], 0.7).goOn).toBe(false);
    expect(settling([...nine, ...Array(9).fill(standing(null))], 0.7).goOn).toBe(true);
    expect(settling([...nine, ...Array(10).fill(standing(null))], 0.7).goOn).toBe(false);
    expect(settling([], 0.7).goOn).toBe(false);
  });
});

describe('the record of pulses', () => {
  const of = (strap: string, mean: number, zone: number) => ({
    strap,
    mean,
    max: mean + 10,
    zonesMs: [1, 2, 3, 4, 5].map((z) => (z === zone ? 60_000 : 0)),
  });

  it('keeps each set’s mean and most, adds up zones and loads, and leaves the run as it was', () => {
    const plan = planOf(circuit(stations(2), 30, 10, 1));
    const events = eventsOf(
      [0, { type: 'start' }],
      [45, { type: 'pulse', stationId: 's1', round: 1, of: [of('1', 150, 4), { ...of('2', 120, 2), squad: 'Heron' }] }],
      [55, { type: 'pulse', stationId: null, round: null, of: [of('1', 140, 3)] }],
    );
    const records = pulseOf(events);
    expect(records.map((r) => [r.of.strap, r.load, [...r.sets]])).toEqual([
      ['1', 7, [['s1:1::1', { mean: 150, max: 160 }]]],
      ['2', 2, [['s1:1::1', { mean: 120, max: 130 }]]],
    ]);
    expect(pulseLoad(records)).toEqual({ load: 4.5, of: 2 });
    expect(pulseLoad([])).toBeNull();
    const { segments } = foldRun(plan, events);
    expect(segments).toEqual(
      foldRun(
        plan,
        events.slice(0, 1).concat({ ...events[2]!, type: 'note', stationId: null, round: null, text: 'x' } as never),
      ).segments,
    );
  });

  it('a load is never below nothing and no more than five a minute', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 3_600_000 }), { minLength: 5, maxLength: 5 }), (zones) => {
        const load = edwardsLoad(zones);
        expect(load).toBeGreaterThanOrEqual(0);
        expect(load).toBeLessThanOrEqual((5 * zones.reduce((a, b) => a + b, 0)) / 60_000 + 1e-6);
      }),
    );
  });
});
