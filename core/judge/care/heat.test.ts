import { describe, expect, it } from 'vitest';
import { heatBand, wetBulbGlobe } from './heat.ts';

const at = (celsius: number, humidity: number) => ({ celsius, humidity });

describe('heat', () => {
  it('is the wet-bulb globe temperature of a room without sun', () => {
    // Stull gives 13.7 for the wet bulb at 20 degrees and 50 %: 0.7 x 13.7 + 0.3 x 20 = 15.59
    expect(wetBulbGlobe(at(20, 50))).toBeCloseTo(15.59, 1);
    // Dry and damp at 30 degrees: damper is hotter
    expect(wetBulbGlobe(at(30, 80))).toBeGreaterThan(wetBulbGlobe(at(30, 30)) + 4);
  });

  it('has the bands of the guidance, and none where it is cool or not known', () => {
    expect(heatBand(undefined)).toBeNull();
    expect(heatBand(at(20, 50))).toBeNull();
    expect(heatBand(at(28, 50))?.from).toBe(22.3);
    expect(heatBand(at(31, 55))?.from).toBe(25.7);
    expect(heatBand(at(36, 80))?.advice).toBe('No class in this heat.');
  });

  it('asks for more rest and sooner water the hotter it is', () => {
    const bands = [at(27, 55), at(31, 55), at(32, 65), at(34, 65), at(36, 80)].map((c) => heatBand(c)!);
    for (const [k, b] of bands.entries()) {
      expect(b.rest).toBeGreaterThanOrEqual(bands[k - 1]?.rest ?? 0);
      expect(b.dryMin).toBeLessThanOrEqual(bands[k - 1]?.dryMin ?? 60);
    }
  });
});
