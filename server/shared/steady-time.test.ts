import { expect, it } from 'vitest';
import { steadyTime } from './steady-time.ts';

function machine(platform: string) {
  const at = { uptimeS: 500, steadyMs: 20_000 };
  const clock = steadyTime({
    platform,
    uptimeS: () => Math.floor(at.uptimeS * 100) / 100,
    steadyMs: () => at.steadyMs,
    originMs: 1_790_000_000_000,
  });
  const pass = (ms: number) => {
    at.steadyMs += ms;
    at.uptimeS += ms / 1000;
  };
  return { at, clock, pass };
}

it('goes on evenly, whatever the coarseness of the system\u2019s own', () => {
  const { clock, pass } = machine('linux');
  for (let k = 1; k <= 1000; k++) {
    pass(7.3);
    expect(clock.now()).toBeCloseTo(1_790_000_020_000 + 7.3 * k, 3);
  }
});

it('moves ahead by a sleep, where the system tells of it', () => {
  const { at, clock, pass } = machine('linux');
  pass(1000);
  at.uptimeS += 184;
  expect(Math.abs(clock.now() - 1_790_000_205_000)).toBeLessThan(20);
  pass(500);
  const once = clock.now();
  pass(500);
  expect(clock.now() - once).toBeCloseTo(500, 3);
  expect(clock.runsInSleep).toBe(true);
});

it('says where it cannot tell', () => {
  const { at, clock } = machine('darwin');
  at.uptimeS += 184;
  expect([clock.runsInSleep, clock.now()]).toEqual([false, 1_790_000_020_000]);
});
