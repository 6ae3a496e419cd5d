import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Music, Plan, Track } from '../../class/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { block, circuit, format, planOf, stations } from '../../test/build.ts';
import { compile, runIntervals } from '../../time/index.ts';
import { arrangeMusic, MOST_STRETCH, rateFor } from './arrange.ts';
import { beatsOf } from './beats.ts';
import { cutTrack, mixTrack, placeSounds } from './track.ts';

/** 120 beats a minute: a beat is 500 ms, a bar 2 s. */
const track = (id: string, more: Partial<Track> = {}): Track => ({
  id,
  title: id,
  lengthMs: 60_000,
  bpm: 120,
  beatMs: 250,
  ...more,
});
const withMusic = (music: Music, extra = {}): Plan => planOf({ ...circuit(stations(2), 40, 20, 2), music, ...extra });
const laid = (plan: Plan, skips: number[] = []) =>
  arrangeMusic(plan, compile(plan).intervals, skips).sounds.map((s) => [
    s.track.id,
    s.atMs,
    s.endMs,
    s.offsetMs,
    s.rate,
  ]);
const tracks = (...list: Track[]): Music['work'] => ({ from: 'tracks', tracks: list });

describe('tracks laid out over a class', () => {
  // Work 40, rest 20, work 40, rest 20, work 40, rest 20, work 40: 220 s.
  it('follow each other bar by bar, from the first beat of each, and end with the block', () => {
    // 59.75 s from its first beat on hold 29 bars: 58 s.
    expect(laid(withMusic({ work: tracks(track('a'), track('b', { beatMs: 0, lengthMs: 61_000 })) }))).toEqual([
      ['a', 0, 58_000, 250, 1],
      ['b', 58_000, 118_000, 0, 1],
      ['a', 118_000, 176_000, 250, 1],
      ['b', 176_000, 220_000, 0, 1],
    ]);
  });

  it('rest while there is rest, and go on where they were, from the next beat', () => {
    expect(
      laid(
        withMusic({ work: tracks(track('a', { lengthMs: 300_000, bpm: 128, beatMs: 100 })), rest: { from: 'quiet' } }),
      ),
    ).toEqual([
      ['a', 0, 40_000, 100, 1],
      // 40.1 s are 85.33 beats on: the 86th lies at 100 + 86 × 468.75.
      ['a', 60_000, 100_000, 40_412.5, 1],
      ['a', 120_000, 160_000, 100 + 172 * 468.75, 1],
      ['a', 180_000, 220_000, 100 + 258 * 468.75, 1],
    ]);
  });

  it('have lists of their own for rest and break', () => {
    const plan = withMusic({ work: { from: 'quiet' }, rest: tracks(track('r')) });
    expect(laid(plan)).toEqual([
      ['r', 40_000, 60_000, 250, 1],
      ['r', 100_000, 120_000, 20_250, 1],
      // Nine bars would end at 178 s: for what is left no other is begun, it goes on to its own end.
      ['r', 160_000, 179_750, 40_250, 1],
    ]);
  });

  it('are stretched to the tempo by 6 % at most, at half and double too; what is not is told', () => {
    expect([rateFor({ bpm: 120 }, 126).rate, rateFor({ bpm: 64 }, 126).rate, rateFor({ bpm: 250 }, 126).rate]).toEqual([
      1.05,
      126 / 128,
      252 / 250,
    ]);
    expect([rateFor({ bpm: 120 }, 128), rateFor({ bpm: 120 }, null)]).toEqual([
      { rate: 1, fits: false },
      { rate: 1, fits: true },
    ]);
    const plan = withMusic(
      { work: tracks(track('a', { lengthMs: 400_000 }), track('b', { bpm: 100 })), stretch: true },
      { musicBpm: 126 },
    );
    const { sounds, notes } = arrangeMusic(plan, compile(plan).intervals);
    expect(sounds.map((s) => s.rate)).toEqual([1.05]);
    expect(notes.map((n) => n.text)).toEqual([
      '\u201cb\u201d has 100 beats a minute, 126 are wanted: that is more than 6 % apart, and it plays as it is',
    ]);
  });

  it('lie on the counts of a beats block', () => {
    const counted: Plan = planOf({
      ...block(format('beats', { bpm: 126, counts: 32, rounds: 8 }), stations(1)),
      music: { work: tracks(track('a', { bpm: 125, lengthMs: 300_000 })) },
    });
    const [sound] = arrangeMusic(counted, compile(counted).intervals).sounds;
    expect(sound?.rate).toBeCloseTo(126 / 125, 12);
    // The track's beats in place of drums; the counts before it stay.
    expect(beatsOf(counted, runIntervals({ ...counted, countInMs: 10_000 })).map((b) => b.drum)).toEqual(
      Array(8).fill('count'),
    );
  });

  it('go on with the next when it is asked for', () => {
    expect(laid(withMusic({ work: tracks(track('a'), track('b')) }), [30_500]).slice(0, 2)).toEqual([
      ['a', 0, 30_500, 250, 1],
      ['b', 30_500, 88_500, 250, 1],
    ]);
  });

  it('are silence where all are too short to be begun', () => {
    expect(laid(withMusic({ work: tracks(track('a', { lengthMs: 2000 }), track('b', { lengthMs: 3000 })) }))).toEqual(
      [],
    );
  });

  it('never overlap, never leave their class, never sound past their own end; any class', () => {
    fc.assert(
      fc.property(planArb, (plan) => {
        const { intervals, totalMs } = compile(plan);
        const { sounds } = arrangeMusic(plan, intervals);
        sounds.forEach((s, k) => {
          expect(s.endMs).toBeGreaterThan(s.atMs);
          expect(s.atMs).toBeGreaterThanOrEqual((sounds[k - 1]?.endMs ?? 0) - 1e-6);
          expect(s.endMs).toBeLessThanOrEqual(totalMs + 1e-6);
          expect(s.offsetMs + (s.endMs - s.atMs) * s.rate).toBeLessThanOrEqual(s.track.lengthMs + 1e-6);
          expect(Math.abs(s.rate - 1)).toBeLessThanOrEqual(MOST_STRETCH + 1e-9);
        });
      }),
      { numRuns: 60 },
    );
  });
});

describe('beats of the application', () => {
  it('rise evenly: 60 to 120 in a minute are 90 beats, the first a second after the start, the last half a second before the end', () => {
    const plan = planOf({ ...circuit(stations(1), 60, 0, 1), musicBpm: 60, music: { risesTo: 120 } });
    const beats = beatsOf(plan, compile(plan).intervals).filter((b) => b.drum !== 'hat');
    expect(beats.length).toBe(90);
    // After t s there have been t + t²/120 beats: the first at t = (√(1 + 4/120) − 1) · 60.
    expect(beats[1]?.atMs).toBeCloseTo((Math.sqrt(1 + 4 / 120) - 1) * 60_000, 6);
    const gaps = beats.slice(1).map((b, k) => b.atMs - (beats[k]?.atMs ?? 0));
    expect(gaps.every((g, k) => k === 0 || g < (gaps[k - 1] ?? 0))).toBe(true);
    // The 89th less the 88th: 60 s · (√(1 + 89/30) − √(1 + 88/30)).
    expect(gaps.at(-1)).toBeCloseTo(503.16, 1);
  });

  it('are silent where the rest is to be quiet', () => {
    const plan = planOf({ ...circuit(stations(2), 40, 20, 1), musicBpm: 120, music: { rest: { from: 'quiet' } } });
    const at = beatsOf(plan, compile(plan).intervals).map((b) => b.atMs);
    expect(at.filter((ms) => ms >= 40_000 && ms < 60_000)).toEqual([]);
    expect([at.includes(39_500), at.includes(60_000)]).toEqual([true, true]);
  });
});

describe('music in the mix', () => {
  const RATE = 8000;
  /** A click on every beat of 120 a minute, 62 s long. */
  const clicks = Float32Array.from({ length: 62 * RATE }, (_, k) => (k % (RATE / 2) === 0 ? 0.5 : 0));

  it('stays with the cues over 40 minutes: each click lies where its beat is, to the sample', () => {
    // 40 minutes of work in sets of 58 s, each with a track from its first beat: 41 sets.
    const plan: Plan = {
      ...planOf({
        ...circuit(stations(1), 58, 2, 41),
        music: { work: tracks(track('clicks', { beatMs: 0, lengthMs: 62_000 })), rest: { from: 'quiet' } },
      }),
      countInMs: 0,
    };
    const placed = placeSounds(plan, {
      sampleRate: RATE,
      clip: () => null,
      withMusic: true,
      withTones: false,
      track: () => clicks,
    });
    const at: number[] = [];
    let from = 0;
    for (const stretch of mixTrack(placed, RATE)) {
      stretch.forEach((x, k) => {
        if (x > 0.2) at.push((from + k) / RATE);
      });
      from += stretch.length;
    }
    // A set begins each minute; its first click is faded in, its last ones out. All others lie on half seconds of their set.
    const late = at.map((t) => Math.abs(t % 0.5) % 0.5).map((d) => Math.min(d, 0.5 - d));
    expect(Math.max(...late)).toBeLessThan(0.005);
    expect(at.filter((t) => t > 2400).length).toBeGreaterThan(60);
    expect(Math.floor((at.at(-1) ?? 0) / 60)).toBe(40);
  });

  it('is as fast as it is wanted, with soft edges', () => {
    const sound = {
      track: track('x'),
      blockIndex: 0,
      atMs: 0,
      endMs: 4000,
      offsetMs: 1000,
      rate: 1.25,
      fadeInMs: 10,
      fadeOutMs: 1000,
    };
    const out = cutTrack(clicks, sound, RATE);
    const peaks = [...out].flatMap((x, k) => (x > 0.05 ? [k] : []));
    // Clicks half a second apart come each 0.4 s; from 3 s on they fade.
    expect(peaks.slice(0, 4)).toEqual([3200, 6400, 9600, 12_800]);
    expect(out[25_600]).toBeCloseTo(0.5 * 0.8, 3);
    expect(cutTrack(null, sound, RATE).length).toBe(0);
  });
});
