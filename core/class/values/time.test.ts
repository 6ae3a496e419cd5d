import { describe, expect, it } from 'vitest';
import { formatChange, formatClock, formatDuration, formatSeconds, parseClock, parseDuration } from './time.ts';

describe('durations', () => {
  it.each([
    ['40', 40_000],
    ['1:30', 90_000],
    ['90s', 90_000],
    ['90 sec', 90_000],
    ['2m', 120_000],
    ['2 min', 120_000],
    ['1.5 min', 90_000],
    ['1m30', 90_000],
    ['1m 30s', 90_000],
    ['1:05:00', 3_900_000],
    ['0', 0],
  ])('reads %s', (text, ms) => {
    expect(parseDuration(text)).toBe(ms);
  });

  it.each(['', 'abc', '1:60', '-5', '1:2:3', '4 0'])('refuses %j', (text) => {
    expect(parseDuration(text)).toBeNull();
  });

  it('shows m:ss, signs and cell seconds', () => {
    expect(formatDuration(1_140_000)).toBe('19:00');
    expect(formatDuration(3_900_000)).toBe('1:05:00');
    expect(formatChange(-250_000)).toBe('−4:10');
    expect(formatChange(250_000)).toBe('+4:10');
    expect(formatSeconds(75_000)).toBe('75');
    expect(formatSeconds(120_000)).toBe('2:00');
  });

  it('reads and shows clock times', () => {
    expect(parseClock('18:30')).toBe(66_600_000);
    for (const text of ['6:15pm', '6.15 p.m.', '18.15', '1815', '18h15', '06:15 PM'])
      expect(parseClock(text)).toBe(65_700_000);
    expect(['0615', '6 pm', '12am', '12 pm', '12:30am'].map(parseClock)).toEqual([
      22_500_000, 64_800_000, 0, 43_200_000, 1_800_000,
    ]);
    for (const text of ['24:00', '6', '615', '13pm', '0 am', '1860', '6:5', 'pm']) expect(parseClock(text)).toBeNull();
    expect(formatClock(66_600_000 + 45 * 60_000)).toBe('19:15');
    expect(formatClock(25 * 3_600_000)).toBe('01:00');
  });
});
