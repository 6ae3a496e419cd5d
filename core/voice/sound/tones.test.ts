import { describe, expect, it } from 'vitest';
import type { Tone } from '../cues/index.ts';
import { renderTone } from './tones.ts';

const RATE = 48_000;
const TONES: Tone[] = ['work', 'rest', 'break', 'tick', 'end'];

/** Pitch in Hz over a stretch, from its upward zero crossings. */
function pitch(samples: Float32Array, fromS: number, toS: number): number {
  const part = samples.slice(fromS * RATE, toS * RATE);
  const ups = part.reduce((n, x, i) => (i > 0 && x >= 0 && (part[i - 1] ?? 0) < 0 ? n + 1 : n), 0);
  return ups / (toS - fromS);
}

describe('the tones', () => {
  it.each(TONES)('%s begins at once and never clips', (tone) => {
    const samples = renderTone(tone, RATE);
    expect(Math.abs(samples[0] ?? 0)).toBeGreaterThan(0.004);
    expect(Math.max(...samples.map(Math.abs))).toBeLessThanOrEqual(1);
    expect(Math.abs(samples.at(-1) ?? 1)).toBeLessThan(0.01);
  });

  it('are told apart by direction: work rises, rest falls, a tick is level', () => {
    const work = renderTone('work', RATE);
    expect(pitch(work, 0.25, 0.34)).toBeGreaterThan(pitch(work, 0.01, 0.1) * 1.3);
    const rest = renderTone('rest', RATE);
    expect(pitch(rest, 0.25, 0.34)).toBeLessThan(pitch(rest, 0.01, 0.1) * 0.8);
    const tick = renderTone('tick', RATE);
    expect(pitch(tick, 0, 0.06)).toBeCloseTo(1500, -2);
  });

  it('a break falls twice', () => {
    const samples = renderTone('break', RATE);
    expect(pitch(samples, 0.14, 0.19)).toBeLessThan(pitch(samples, 0.01, 0.06));
    expect(pitch(samples, 0.46, 0.52)).toBeLessThan(pitch(samples, 0.25, 0.3));
  });

  it('lie between 1 and 4 kHz', () => {
    for (const tone of TONES) {
      const samples = renderTone(tone, RATE);
      expect(pitch(samples, 0.005, 0.065)).toBeGreaterThan(1000);
      expect(pitch(samples, 0.005, 0.065)).toBeLessThan(4000);
    }
  });
});
