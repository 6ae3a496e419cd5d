import MusicTempo from 'music-tempo';
import { describe, expect, it } from 'vitest';
import { mulberry32 } from '../../judge/index.ts';
import { RHYTHMS, renderLoop } from './loops.ts';
import { tappedBpm, withTap } from './tap.ts';
import { tempoOf } from './tempo.ts';

const RATE = 44_100;
const SECONDS = 18;

/** A track of some seconds with noise on it, as a worker hears it. */
function heard(bpm: number, rhythm: (typeof RHYTHMS)[number], noise: number, lateS = 0) {
  const random = mulberry32(Math.round(bpm * 10));
  const loop = renderLoop({ bpm, rhythm, bars: Math.round((SECONDS * bpm) / 240), rootHz: 55 }, RATE);
  const samples = new Float32Array(loop.length + lateS * RATE);
  samples.set(loop, lateS * RATE);
  for (let k = 0; k < samples.length; k++) samples[k] = (samples[k] ?? 0) + noise * (random() * 2 - 1);
  return tempoOf(samples, RATE, new MusicTempo(samples).beats);
}

describe('the tempo of a track', () => {
  const tracks = Array.from(
    { length: 20 },
    (_, k) => [80 + (k * 100) / 19, RHYTHMS[k % 3] ?? 'straight', 0.02 + (k % 4) * 0.05] as const,
  );

  it.each(tracks)('of %f beats a minute, %s, with noise of %f, is found within 1 %%', (bpm, rhythm, noise) => {
    const found = heard(bpm, rhythm, noise);
    expect(Math.abs((found?.bpm ?? 0) / bpm - 1)).toBeLessThan(0.01);
    // Its first beat is at its start: a beat more or less is the same.
    const beat = 60_000 / bpm;
    const off = Math.min(found?.beatMs ?? beat / 2, beat - (found?.beatMs ?? beat / 2));
    expect(off).toBeLessThan(15);
  });

  it('has its first beat where it is', () => {
    // 120 a minute, half a second each; it begins 0.31 s late.
    expect(Math.abs((heard(120, 'straight', 0.02, 0.31)?.beatMs ?? 0) - 310)).toBeLessThan(15);
  });

  it('is none of too few beats', () => {
    expect(tempoOf(new Float32Array(RATE), RATE, [0, 0.5, 1])).toBeNull();
  });

  it('is tapped: four taps and more, a pause begins anew, one that is late moves it little', () => {
    const tap = (times: number[]) => tappedBpm(times.reduce<number[]>(withTap, []));
    expect(tap([0, 500, 1000])).toBeNull();
    expect(tap([0, 500, 1000, 1500])).toBe(120);
    expect(tap([0, 500, 1000, 1500, 9000, 9400, 9800, 10_200])).toBe(150);
    expect(Math.abs((tap([0, 500, 1000, 1540, 2000, 2500, 3000, 3500]) ?? 0) - 120)).toBeLessThan(1);
  });
});
