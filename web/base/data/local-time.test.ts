import { expect, it } from 'vitest';
import { agoWords, dayOf, timeOfDay } from './local-time.ts';

it('the local day and time of an instant, in summer time and out of it', () => {
  expect([dayOf('2026-07-01T23:30:00Z'), timeOfDay('2026-07-01T23:30:00Z')]).toEqual(['2026-07-02', '00:30']);
  expect([dayOf('2026-12-01T08:05:59Z'), timeOfDay('2026-12-01T08:05:59Z')]).toEqual(['2026-12-01', '08:05']);
});

it.each([
  ['2026-12-01T11:59:30Z', 'less than a minute ago'],
  ['2026-12-01T11:59:00Z', '1 minute ago'],
  ['2026-12-01T11:01:00Z', '59 minutes ago'],
  ['2026-12-01T09:10:00Z', '3 hours ago'],
  ['2026-11-28T23:00:00Z', '3 days ago'],
  ['2026-11-02T11:00:00Z', '29 days ago'],
  ['2026-11-01T12:00:00Z', '1 month ago'],
  ['2024-12-01T12:00:00Z', '2 years ago'],
  // A clock that is behind.
  ['2026-12-01T12:10:00Z', 'less than a minute ago'],
])('%s was %s', (at, words) => {
  expect(agoWords(at, Date.parse('2026-12-01T12:00:00Z'))).toBe(words);
});
