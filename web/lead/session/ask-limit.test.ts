import { expect, it } from 'vitest';
import { AskLimit } from './ask-limit.ts';

it('heeds 150 asks in a minute, leaves out and counts the rest, and heeds again when the minute is over', () => {
  const limit = new AskLimit();
  const heeded = Array.from({ length: 3000 }, (_, k) => limit.heeds(k)).filter(Boolean).length;
  expect([heeded, limit.dropped]).toEqual([150, 2850]);
  expect(limit.heeds(59_999)).toBe(false);
  // The first ask was at 0: a minute later there is room for one more, then for the next.
  expect([limit.heeds(60_000), limit.heeds(60_000)]).toEqual([true, false]);
  expect(limit.heeds(61_000)).toBe(true);
});
