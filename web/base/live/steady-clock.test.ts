import { describe, expect, it } from 'vitest';
import { judgeJump, SteadyClock } from './steady-clock.ts';

const HOUR = 3_600_000;

function device() {
  const at = { steady: 5000, system: 1_790_000_000_000 };
  const clock = new SteadyClock(
    () => at.steady,
    () => at.system,
  );
  const pass = (ms: number) => {
    at.steady += ms;
    at.system += ms;
  };
  return { at, clock, pass };
}

describe('the steady clock', () => {
  it('goes on evenly when the clock is set by an hour, either way, and tells the shift', async () => {
    for (const change of [HOUR, -HOUR, HOUR + 1200]) {
      const { at, clock, pass } = device();
      const shifts: number[] = [];
      clock.watch((ms) => shifts.push(ms));
      pass(10_000);
      at.system += change;
      await clock.check();
      pass(1000);
      await clock.check();
      expect(clock.now()).toBe(1_790_000_011_000);
      expect(shifts).toEqual([-change]);
      // A reload starts from the device's clock and the kept shift.
      const reloaded = new SteadyClock(
        () => 0,
        () => at.system,
      );
      reloaded.shiftMs = clock.shiftMs;
      expect(reloaded.now()).toBe(1_790_000_011_000);
    }
  });

  it('moves ahead by the length of a sleep in which the steady time stood still', async () => {
    const { at, clock, pass } = device();
    pass(10_000);
    at.system += 61_300;
    await clock.check();
    pass(1000);
    expect(clock.now()).toBe(1_790_000_072_300);
    expect(clock.shiftMs).toBe(0);
  });

  it('takes no notice of small differences', async () => {
    const { at, clock } = device();
    at.system += 249;
    await clock.check();
    expect(clock.now()).toBe(1_790_000_000_000);
  });

  it('asks once about a jump while the answer is out', async () => {
    const at = { system: 1_790_000_000_000 };
    let asked = 0;
    const clock = new SteadyClock(
      () => 0,
      () => at.system,
      async () => {
        asked += 1;
        return 'slept' as const;
      },
    );
    at.system += 30_000;
    await Promise.all([clock.check(), clock.check()]);
    expect(asked).toBe(1);
    expect(clock.now()).toBe(1_790_000_030_000);
  });

  it('takes quarters of an hour for a clock set by hand, other lengths for a sleep', () => {
    expect([-5000, 300, 900_000, HOUR - 4000, 2 * HOUR].map(judgeJump)).toEqual(Array(5).fill('clockSet'));
    expect([3000, 60_000, 880_000, HOUR + 60_000].map(judgeJump)).toEqual(Array(4).fill('slept'));
  });
});
