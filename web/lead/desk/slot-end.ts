import { type Plan, parseClock } from '../../../core/class/index.ts';

const NEAR_MS = 90 * 60_000;

/**
 * When the slot ends, ms since 1970: by the clock when the run started near the slot's time of day, else the slot's
 * length after the start. Null without a slot.
 */
export function slotEndMs(plan: Plan, startedAtMs: number): number | null {
  const { start, lengthMs } = plan.slot;
  if (lengthMs === null) return null;
  const clock = start === null ? null : parseClock(start);
  if (clock !== null) {
    const midnight = new Date(startedAtMs);
    midnight.setHours(0, 0, 0, 0);
    const slotStart = midnight.getTime() + clock;
    if (Math.abs(slotStart - startedAtMs) <= NEAR_MS) return slotStart + lengthMs;
  }
  return startedAtMs + lengthMs;
}
