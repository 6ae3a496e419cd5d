import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ClockEstimate } from './clock.ts';

describe('the estimate of another clock', () => {
  it('is off by half of what the quickest way out and the quickest way back differ, of whichever samples', () => {
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
          const out = Math.min(...ways.map(([x]) => x));
          const back = Math.min(...ways.map(([, x]) => x));
          expect(estimate.doubtMs).toBe((out + back) / 2);
          expect(estimate.offsetMs).toBe(trueOffset + (out - back) / 2);
        },
      ),
    );
  });

  it('follows at once when a clock has jumped by more than the ways explain', () => {
    const estimate = new ClockEstimate();
    estimate.add({ sentMs: 0, cameMs: 10, serverMs: 1005 });
    estimate.add({ sentMs: 100, cameMs: 300, serverMs: 1290 });
    expect(estimate.offsetMs).toBe(1000);
    // 60 s less on the other clock, told over a way of 200 ms.
    estimate.add({ sentMs: 1000, cameMs: 1200, serverMs: 2100 - 60_000 });
    expect(estimate.offsetMs).toBe(-59_000);
  });

  it('forgets what is old, and takes no answer that came before its question', () => {
    const estimate = new ClockEstimate();
    estimate.add({ sentMs: 0, cameMs: 2, serverMs: 538 });
    for (let k = 1; k <= 12; k++) estimate.add({ sentMs: k * 100, cameMs: k * 100 + 20, serverMs: k * 100 + 10 + 540 });
    expect(estimate.offsetMs).toBe(540);
    estimate.add({ sentMs: 5000, cameMs: 4000, serverMs: 0 });
    expect(estimate.offsetMs).toBe(540);
  });
});
