import { describe, expect, it } from 'vitest';
import { libraryOf, plainMove } from '../../moves/index.ts';
import { sessionEffort, sessionLoad, weekLoad } from './load.ts';
import { closeTogether, type SessionSums, weekOf, weeksOf } from './weeks.ts';

describe('load', () => {
  it('is how hard it was times minutes: 7 × 42:30 is 297.5', () => {
    expect(sessionLoad(7, 2_550_000)).toBeCloseTo(297.5, 10);
    expect(sessionLoad(0, 2_550_000)).toBe(0);
  });

  it('takes the mean of people, else of squads, else what the instructor said', () => {
    const heron = { squad: 'Heron', effort: 6 };
    const teal = { squad: 'Teal', effort: 9 };
    const person = { squad: null, person: 'p1', effort: 4 };
    expect(sessionEffort({ effort: 5, felt: [heron, teal, person] })).toEqual({ effort: 4, by: 'people', said: 1 });
    expect(sessionEffort({ effort: 5, felt: [heron, teal] })).toEqual({ effort: 7.5, by: 'squads', said: 2 });
    expect(sessionEffort({ effort: 5, felt: [] })).toEqual({ effort: 5, by: 'instructor', said: 1 });
    expect(sessionEffort({ effort: null, felt: [] })).toBeNull();
  });

  it('of a week: 300, 0, 300, 0, 300, 0, 0 by hand', () => {
    // Sum 900, mean 900/7. Squares about it: 3 × (1200/7)² + 4 × (900/7)² = (4 320 000 + 3 240 000)/49 = 154 285.71…
    // ÷ 6 = 25 714.28…, its root 160.357; 128.571 ÷ 160.357 = 0.8018; × 900 = 721.6.
    const week = weekLoad([300, 0, 300, 0, 300, 0, 0]);
    expect(week.sum).toBe(900);
    expect(week.mean).toBeCloseTo(128.5714, 4);
    expect(week.monotony).toBeCloseTo(0.8018, 4);
    expect(week.strain).toBeCloseTo(721.6, 1);
  });

  it('has no monotony where all days are alike, be it in rest', () => {
    expect(weekLoad([0, 0, 0, 0, 0, 0, 0])).toEqual({ sum: 0, mean: 0, monotony: null, strain: null });
    expect(weekLoad([0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.1])).toMatchObject({ monotony: null, strain: null });
  });
});

const library = libraryOf([
  { ...plainMove('Goblet squat'), main: ['frontThighs', 'seat'], helpers: ['belly'], pattern: 'squat', area: 'lower' },
  { ...plainMove('Press-up'), main: ['chest', 'arms'], helpers: [], pattern: 'push', area: 'upper' },
]);
const session = (day: string, effort: number | null, work: [string, number][]): SessionSums => ({
  day,
  totalMs: 2_400_000,
  effort,
  work: work.map(([move, seconds]) => ({ move, side: null, ms: seconds * 1000 })),
});

describe('weeks', () => {
  const sessions = [
    session('2026-11-03', 5, [
      ['Goblet squat', 300],
      ['Press-up', 200],
    ]),
    session('2026-11-04', 6, [['Goblet squat', 180]]),
    session('2026-11-21', null, [['Whatever that is', 120]]),
  ];

  it('go from Monday to Sunday, those without a class among them', () => {
    const weeks = weeksOf(sessions, library);
    expect(weeks.map((w) => [w.monday, w.sessions])).toEqual([
      ['2026-11-02', 2],
      ['2026-11-09', 0],
      ['2026-11-16', 1],
    ]);
  });

  it('have minutes by part and pattern: helpers count half, what is not known nowhere', () => {
    const [first, , third] = weeksOf(sessions, library);
    expect(first?.balance.parts).toMatchObject({ frontThighs: 480_000, seat: 480_000, belly: 240_000, chest: 200_000 });
    expect(first?.balance.patterns).toMatchObject({ squat: 480_000, push: 200_000 });
    expect([third?.balance.unknownMs, third?.balance.totalMs]).toEqual([120_000, 120_000]);
    // 5 × 40 and 6 × 40.
    expect([first?.load.sum, third?.load.sum, third?.withoutEffort]).toEqual([440, 0, 1]);
  });

  it('sums of days are the sums of the week', () => {
    const whole = weekOf('2026-11-02', sessions, library);
    const days = sessions.slice(0, 2).map((s) => weekOf('2026-11-02', [s], library));
    expect(days.reduce((sum, w) => sum + w.load.sum, 0)).toBe(whole.load.sum);
    expect(days.reduce((sum, w) => sum + w.balance.totalMs, 0)).toBe(whole.balance.totalMs);
  });

  it('say what was worked twice running, from two minutes on', () => {
    expect(closeTogether(sessions, library)).toEqual([
      { part: 'frontThighs', days: ['2026-11-03', '2026-11-04'], apart: 1 },
      { part: 'seat', days: ['2026-11-03', '2026-11-04'], apart: 1 },
    ]);
    expect(closeTogether([sessions[0]!, session('2026-11-05', 5, [['Press-up', 300]])], library)).toEqual([]);
  });
});
