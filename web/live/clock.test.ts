import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ClockEstimate } from './clock.ts';

describe('the estimate of another clock', () => {
  it('is exact on an even way and never further off than half the shortest way', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e6, max: 1e6 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 200 })), {
          minLength: 1,
          maxLength: 12,
        }),
        (trueOffset, ways) => {
          const estimate = new ClockEstimate();
          ways.forEach(([out, back], k) => {
            const sentMs = k * 1000;
            estimate.add({ sentMs, cameMs: sentMs + out + back, serverMs: sentMs + out + trueOffset });
          });
          const shortest = Math.min(...ways.map(([out, back]) => out + back));
          expect(estimate.doubtMs).toBe(shortest / 2);
          expect(Math.abs(estimate.offsetMs - trueOffset)).toBeLessThanOrEqual(shortest / 2);
        },
      ),
    );
  });

  it('forgets what is old, and takes no answer that came before its question', () => {
    const estimate = new ClockEstimate();
    estimate.add({ sentMs: 0, cameMs: 1, serverMs: 500 });
    for (let k = 1; k <= 12; k++) estimate.add({ sentMs: k * 100, cameMs: k * 100 + 20, serverMs: k * 100 + 10 + 900 });
    expect(estimate.offsetMs).toBe(900);
    estimate.add({ sentMs: 5000, cameMs: 4000, serverMs: 0 });
    expect(estimate.offsetMs).toBe(900);
    estimate.reset();
    expect(estimate.isSet).toBe(false);
  });
});
