import { describe, expect, it } from 'vitest';
import { newPlan } from '../../../core/class/index.ts';
import { slotEndMs } from './slot-end.ts';

const plan = (start: string | null, minutes: number | null) => ({
  ...newPlan('p', 'P'),
  slot: { start, lengthMs: minutes === null ? null : minutes * 60_000 },
});
const at = (hours: number, minutes: number) => new Date(2026, 10, 24, hours, minutes).getTime();

describe('the end of the slot', () => {
  it('is by the clock when the run started near its time: 18:30 and 45 minutes end at 19:15', () => {
    expect(slotEndMs(plan('18:30', 45), at(18, 37))).toBe(at(19, 15));
    expect(slotEndMs(plan('18:30', 45), at(17, 5))).toBe(at(19, 15));
  });

  it('is the slot’s length after the start when it is led at another time, or has none', () => {
    expect(slotEndMs(plan('18:30', 45), at(10, 0))).toBe(at(10, 45));
    expect(slotEndMs(plan(null, 20), at(10, 0))).toBe(at(10, 20));
  });

  it('is unknown without a slot', () => {
    expect(slotEndMs(plan('18:30', null), at(18, 30))).toBeNull();
  });
});
