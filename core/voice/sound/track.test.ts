import { describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { mixedClass } from '../../test/mixed.ts';
import { compile, runIntervals } from '../../time/index.ts';
import { planCues } from '../cues/index.ts';
import { beatsOf } from './beats.ts';
import { limit } from './limit.ts';
import { mixTrack, placeSounds } from './track.ts';
import { readWav, toPcm16, wavHeader } from './wav.ts';

const RATE = 8000;
/** A clip stands for its words: a level sound as long as they take at 2.5 words a second. */
const clip = (text: string) => new Float32Array(Math.round((text.split(' ').length / 2.5) * RATE)).fill(0.2);

describe('a cue track', () => {
  it('has every sound of a 20-minute class of mixed formats on its very sample, and no words overlap', () => {
    const plan = mixedClass('mixed');
    expect(compile(plan).totalMs).toBeGreaterThan(s(1190));
    const placed = placeSounds(plan, { sampleRate: RATE, clip, withTones: true, withMusic: false });
    const cues = planCues(plan, runIntervals(plan)).filter((c) => c.tone !== null || c.spokenMs > 0);
    expect(placed.sounds.map((x) => x.at)).toEqual(cues.map((c) => Math.round((c.atMs * RATE) / 1000)));
    const whole = new Float32Array(placed.lengthSamples);
    let at = 0;
    for (const stretch of mixTrack(placed, RATE, 7777)) {
      whole.set(stretch, at);
      at += stretch.length;
    }
    expect(at).toBe(placed.lengthSamples);
    let endOfSound = 0;
    let endOfWords = 0;
    for (const sound of placed.sounds) {
      expect(Math.abs(whole[sound.at]!)).toBeGreaterThan(0.01);
      if (sound.at > endOfSound) expect(whole[sound.at - 1]).toBe(0);
      endOfSound = Math.max(endOfSound, sound.at + sound.samples.length);
      if (sound.kind !== 'voice') continue;
      expect(sound.at).toBeGreaterThanOrEqual(endOfWords);
      endOfWords = sound.at + sound.samples.length;
    }
  });

  it('turns the music down under the words and back up after them', () => {
    const plan = { ...planOf({ ...circuit(stations(1), 40, 0, 1), musicBpm: 120 }), countInMs: 0 };
    const loud = (text: boolean) => {
      const placed = placeSounds(plan, {
        sampleRate: RATE,
        clip: () => (text ? new Float32Array(RATE) : null),
        withTones: true,
        withMusic: true,
      });
      const [first] = mixTrack(placed, RATE, placed.lengthSamples);
      return (from: number) => Math.max(...first!.slice(from * RATE, (from + 0.4) * RATE).map(Math.abs));
    };
    // "Half way" is at 20 s for 1 s of silence here: only the music is heard
    expect(loud(true)(20.5) / loud(false)(20.5)).toBeCloseTo(0.3, 1);
    expect(loud(true)(23) / loud(false)(23)).toBeCloseTo(1, 3);
  });

  it('puts a beat on every count, eight before, and a step on every part of a tempo', () => {
    const plan = mixedClass('mixed');
    const intervals = runIntervals(plan);
    const beats = beatsOf(plan, intervals);
    const start = intervals.find((i) => plan.blocks[i.blockIndex]?.id === 'beat')!.startMs;
    const counts = beats.filter((b) => b.drum === 'kick' || b.drum === 'snare').map((b) => b.atMs - start);
    expect(counts).toEqual(Array.from({ length: 32 }, (_, k) => k * 500));
    expect(beats.filter((b) => b.drum === 'count').map((b) => b.atMs - start)).toEqual([
      -4000, -3500, -3000, -2500, -2000, -1500, -1000, -500,
    ]);
    const tempo = { downMs: 3000, holdMs: 1000, upMs: 1000, topMs: 0 };
    const slow = planOf(
      circuit(
        stations(1, (x) => ({ ...x, tempo })),
        10,
        0,
        1,
      ),
    );
    expect(beatsOf(slow, compile(slow).intervals).map((b) => [b.atMs, b.drum])).toEqual([
      [0, 'down'],
      [3000, 'hold'],
      [4000, 'up'],
      [5000, 'down'],
      [8000, 'hold'],
      [9000, 'up'],
    ]);
  });
});

describe('samples', () => {
  it('are written as WAV and read back', () => {
    const samples = Float32Array.from([0, 0.5, -0.5, 1, -1]);
    const bytes = new Uint8Array([...wavHeader(samples.length, 24_000), ...toPcm16(samples)]);
    const back = readWav(bytes);
    expect(back?.sampleRate).toBe(24_000);
    expect([...back!.samples].map((x) => Math.round(x * 100) / 100)).toEqual([0, 0.5, -0.5, 1, -1]);
    expect(readWav(new Uint8Array(100))).toBeNull();
  });

  it('never leave −1 to 1 through the limiter, and pass untouched below 0.8', () => {
    expect([limit(0.5), limit(-0.8)]).toEqual([0.5, -0.8]);
    for (const x of [0.9, 1.5, 4, -3]) expect(Math.abs(limit(x))).toBeLessThanOrEqual(1);
  });
});
