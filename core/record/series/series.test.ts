import { describe, expect, it } from 'vitest';
import { type Plan, parsePlan } from '../../class/index.ts';
import { libraryOf } from '../../moves/index.ts';
import { readCalendar, writeCalendar } from '../../out/index.ts';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { totals } from '../../time/index.ts';
import type { CalendarItem } from '../calendar/index.ts';
import type { Series } from './schema.ts';
import { makeSeries } from './series.ts';

const library = libraryOf([]);
const named = (id: string, title: string, lengthMs = s(1800)): Plan => ({
  ...planOf(circuit(stations(3), 30, 20, 3)),
  id,
  title,
  slot: { start: '06:15', lengthMs },
});
const series = (more: Partial<Series>): Series => ({
  id: 'autumn',
  title: 'Autumn',
  template: 'rise',
  start: '2026-09-03',
  weeks: 8,
  slots: [{ weekday: 4, time: '18:30' }],
  planIds: ['a'],
  room: 'Boat bay',
  leader: '',
  effort: null,
  ...more,
});
const make = (more: Partial<Series>, plans: Plan[], items: CalendarItem[] = []) => {
  let n = 0;
  return makeSeries(series(more), plans, library, items, () => `id-${++n}`);
};
const workOf = (plan: Plan) => totals(plan).workMs / 1000;

describe('a series', () => {
  it('of eight weeks rises, and is easier in every fourth', () => {
    const { classes } = make({}, [named('a', 'Slack Water')]);
    expect(classes.map((c) => c.dated.day)).toEqual([
      '2026-09-03',
      '2026-09-10',
      '2026-09-17',
      '2026-09-24',
      '2026-10-01',
      '2026-10-08',
      '2026-10-15',
      '2026-10-22',
    ]);
    expect(classes.map((c) => c.dated.eased === true)).toEqual([false, false, false, true, false, false, false, true]);
    // Nine sets of 30 s; then 5 s more each, then 5 s less rest, then (week four) a round less of that: 6 × 35; week five goes on: a round more of what
    // week three was: 12 × 35 (nothing is known to be harder); then 5 s more, then less rest; then easier: 9 × 40.
    expect(classes.map((c) => workOf(c.plan))).toEqual([270, 315, 315, 210, 420, 480, 480, 360]);
    expect(classes[1]?.steps).toEqual(['Work in Main: 0:05 more']);
    expect(classes[3]?.steps).toEqual(['Work in Main: 0:05 more', 'Rest in Main: 0:05 less', '2 rounds of Main']);
    expect(classes[4]?.plan.series).toEqual({ id: 'autumn', title: 'Autumn', nth: 5, of: 8 });
    expect(classes.map((c) => parsePlan(c.plan).ok)).toEqual(Array(8).fill(true));
    expect(new Set(classes.flatMap((c) => [c.plan.id, c.dated.id])).size).toBe(16);
  });

  it('stays in its slot, however high it rises', () => {
    // 9 × 30 + 8 × 20 = 7:10; a slot of 7:30 has no room for 45 s more of work.
    const { classes } = make({ template: 'repeat', weeks: 6 }, [named('a', 'Short', s(450))]);
    for (const c of classes) expect(totals(c.plan).spareMs).toBeGreaterThanOrEqual(0);
    expect(workOf(classes[5]!.plan)).toBeGreaterThan(workOf(classes[0]!.plan));
    // What is asked adds up, and where nothing more fits it is said.
    expect(classes[5]?.steps.filter((t) => t.startsWith('Rest'))).toHaveLength(1);
    expect(classes[5]?.steps.at(-1)).toBe('nothing more that fits its slot');
  });

  it('takes classes in turn, each asking more when it comes round', () => {
    const plans = [named('a', 'Upper'), named('b', 'Lower'), named('c', 'Whole')];
    const slots = [
      { weekday: 2, time: '06:15' },
      { weekday: 6, time: '09:00' },
    ];
    const { classes } = make({ template: 'turn', weeks: 3, slots, start: '2026-08-31' }, plans);
    expect(classes.map((c) => `${c.dated.day} ${c.dated.time} ${c.plan.title} ${workOf(c.plan)}`)).toEqual([
      '2026-09-01 06:15 Upper 270',
      '2026-09-05 09:00 Lower 270',
      '2026-09-08 06:15 Whole 270',
      '2026-09-12 09:00 Upper 315',
      '2026-09-15 06:15 Lower 315',
      '2026-09-19 09:00 Whole 315',
    ]);
  });

  it('has a test first and last, the same, and the others between', () => {
    const { classes } = make({ template: 'test', weeks: 5 }, [named('t', 'Test'), named('b', 'Work')]);
    expect(classes.map((c) => c.plan.title)).toEqual(['Test', 'Work', 'Work', 'Work', 'Test']);
    expect(classes[4]?.plan.blocks).toEqual(classes[0]?.plan.blocks);
  });

  it('leaves days off out, and says so; those before its start too', () => {
    const off: CalendarItem = { kind: 'off', id: 'o', from: '2026-09-10', until: '2026-09-11', why: 'Regatta' };
    const { classes, leftOut } = make({ weeks: 3, start: '2026-09-04' }, [named('a', 'A')], [off]);
    expect(classes.map((c) => [c.dated.day, c.dated.series?.nth, c.dated.series?.of])).toEqual([['2026-09-17', 1, 1]]);
    expect(leftOut).toEqual(['2026-09-10']);
  });

  it('goes out as a calendar and comes back the same', () => {
    const classes = make({}, [named('a', 'Slack Water')]).classes.map((c) => c.dated);
    const file = writeCalendar('Autumn', classes, 'Europe/London', 0);
    expect(readCalendar(file, 'Europe/London', '2026-01-01', '2027-01-01')).toEqual({ classes, problems: [] });
  });
});
