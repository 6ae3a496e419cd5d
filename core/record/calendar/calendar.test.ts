import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addMonths, daysBetween, isDay, mondayOf, monthWeeks, weekdayOf } from './days.ts';
import { conflictsIn, entriesIn, nowAndNext, slotDays, withClassChange } from './entries.ts';
import type { CalendarItem, DatedClass, Slot } from './items.ts';
import { isZone, localAt, momentOf } from './zones.ts';

const dated = (more: Partial<DatedClass>): DatedClass => ({
  kind: 'class',
  id: 'c1',
  title: 'Slack Water',
  day: '2026-11-26',
  time: '18:30',
  lengthMs: 2_700_000,
  room: 'Boat bay',
  leader: '',
  planId: 'slack-water',
  notes: '',
  ...more,
});
const slot = (more: Partial<Slot> = {}): Slot => ({
  kind: 'slot',
  id: 's1',
  title: 'First Light',
  weekday: 2,
  time: '06:15',
  lengthMs: 2_400_000,
  room: 'Boat bay',
  leader: '',
  planId: null,
  from: '2026-11-01',
  until: null,
  every: 1,
  except: [],
  ...more,
});

describe('days', () => {
  it('are days that exist, in weeks from Monday', () => {
    expect(['2026-02-28', '2026-02-29', '2028-02-29', '2026-2-1', 'x'].map(isDay)).toEqual([
      true,
      false,
      true,
      false,
      false,
    ]);
    expect([weekdayOf('2026-11-26'), weekdayOf('2026-11-29'), mondayOf('2026-11-29')]).toEqual([4, 7, '2026-11-23']);
    expect([addMonths('2026-11-01', 2), addMonths('2026-01-31', 1), daysBetween('2026-02-28', '2026-03-01')]).toEqual([
      '2027-01-01',
      '2026-02-01',
      1,
    ]);
    const weeks = monthWeeks('2026-11-15');
    expect([weeks.length, weeks[0]?.[0], weeks.at(-1)?.[6]]).toEqual([6, '2026-10-26', '2026-12-06']);
  });
});

describe('the clocks of a place', () => {
  it('show what they show, over both changes of the year', () => {
    const at = (iso: string) => localAt(Date.parse(iso), 'Europe/London');
    expect(at('2026-07-02T17:30:00Z')).toEqual({ day: '2026-07-02', time: '18:30' });
    expect(at('2026-11-26T18:30:00Z')).toEqual({ day: '2026-11-26', time: '18:30' });
    const moment = (day: string, time: string) => new Date(momentOf({ day, time }, 'Europe/London')).toISOString();
    expect(moment('2026-07-02', '18:30')).toBe('2026-07-02T17:30:00.000Z');
    // 01:30 on 25 October comes twice: the first. 01:30 on 29 March does not come: an hour later.
    expect(moment('2026-10-25', '01:30')).toBe('2026-10-25T00:30:00.000Z');
    expect(moment('2026-03-29', '01:30')).toBe('2026-03-29T01:30:00.000Z');
    expect([isZone('Europe/London'), isZone('Boat/Bay')]).toEqual([true, false]);
  });

  it('a time of day that comes once is the same there and back, anywhere', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('Europe/London', 'America/New_York', 'Asia/Kolkata', 'Australia/Lord_Howe', 'Pacific/Chatham'),
        fc.integer({ min: 0, max: 20_000 }),
        fc.integer({ min: 4 * 60, max: 23 * 60 + 59 }),
        (zone, days, minutes) => {
          const day = new Date(days * 86_400_000).toISOString().slice(0, 10);
          const time = `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
          expect(localAt(momentOf({ day, time }, zone), zone)).toEqual({ day, time });
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('the calendar', () => {
  it('has slots on their days, every so many weeks, but for exceptions and days off', () => {
    expect(slotDays(slot(), '2026-11-01', '2026-11-30')).toEqual([
      '2026-11-03',
      '2026-11-10',
      '2026-11-17',
      '2026-11-24',
    ]);
    expect(slotDays(slot({ every: 2 }), '2026-11-08', '2026-12-06')).toEqual(['2026-11-10', '2026-11-24']);
    expect(slotDays(slot({ until: '2026-11-10' }), '2026-11-01', '2026-11-30')).toEqual(['2026-11-03', '2026-11-10']);
    const items: CalendarItem[] = [
      slot({ except: ['2026-11-03'] }),
      { kind: 'off', id: 'o', from: '2026-11-09', until: '2026-11-15', why: 'Regatta' },
      dated({ id: 'c2', day: '2026-11-18', slot: { id: 's1', day: '2026-11-17' } }),
      dated({ id: 'c3', day: '2026-11-12' }),
      dated({ id: 'c4', day: '2026-11-20', cancelled: true }),
    ];
    expect(entriesIn(items, '2026-11-01', '2026-11-30').map((e) => [e.day, e.item.id, e.off?.why ?? null])).toEqual([
      ['2026-11-12', 'c3', 'Regatta'],
      ['2026-11-18', 'c2', null],
      ['2026-11-24', 's1', null],
    ]);
  });

  it('tells of what is in the way of each other: a room, a leader, or that it is not known', () => {
    const at = (a: Partial<DatedClass>, b: Partial<DatedClass>) =>
      conflictsIn(entriesIn([dated(a), dated({ id: 'c2', ...b })], '2026-11-26', '2026-11-26')).map((c) => c.why);
    expect(at({}, { time: '19:00' })).toEqual(['room']);
    // 18:30 and 45 min is 19:15: the next begins as it ends.
    expect(at({}, { time: '19:15' })).toEqual([]);
    expect(at({}, { time: '19:00', room: 'Loft' })).toEqual([]);
    expect(at({ leader: 'Wren' }, { time: '19:00', room: 'Loft', leader: 'wren ' })).toEqual(['leader']);
    expect(at({}, { time: '19:00', room: '' })).toEqual(['unknown']);
    expect(at({ lengthMs: null }, { time: '19:20' })).toEqual(['room']);
    expect(at({}, { day: '2026-11-27' })).toEqual([]);
  });

  it('knows today and what is next', () => {
    const items = [slot(), dated({ id: 'early', time: '06:00' }), dated({})];
    const found = nowAndNext(items, '2026-11-26', '12:00');
    expect([found.today.map((e) => e.item.id), found.next?.item.id]).toEqual([['early', 'c1'], 'c1']);
    expect(nowAndNext(items, '2026-11-26', '18:31').next).toMatchObject({ day: '2026-12-01', item: { id: 's1' } });
    expect(nowAndNext([], '2026-11-26', '12:00')).toEqual({ today: [], next: null });
  });

  it('one of a series is moved alone, or with all that follow, as many days further', () => {
    const of = [1, 2, 3].map((nth) =>
      dated({
        id: `c${nth}`,
        title: `No. ${nth}`,
        planId: `p${nth}`,
        day: `2026-11-${String(5 + 7 * (nth - 1)).padStart(2, '0')}`,
        series: { id: 'x', title: 'Autumn', nth, of: 3 },
      }),
    );
    const change = { day: '2026-11-13', time: '19:00', planId: 'other', title: 'Other' };
    expect(withClassChange(of, 'c2', change, 'this')).toEqual([{ ...of[1], ...change }]);
    expect(withClassChange(of, 'c2', change, 'following').map((c) => [c.id, c.day, c.time, c.planId, c.title])).toEqual(
      [
        ['c2', '2026-11-13', '19:00', 'other', 'Other'],
        ['c3', '2026-11-20', '19:00', 'p3', 'No. 3'],
      ],
    );
    expect(withClassChange(of, 'nobody', change, 'this')).toEqual([]);
  });
});
