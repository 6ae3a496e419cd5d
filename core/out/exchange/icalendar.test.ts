import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DatedClass } from '../../record/index.ts';
import { readCalendar, writeCalendar } from './icalendar.ts';

const ZONE = 'Europe/London';
const lines = (...all: string[]) => `${all.join('\r\n')}\r\n`;
const event = (...inner: string[]) =>
  lines(
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//x//y//EN',
    'BEGIN:VEVENT',
    ...inner,
    'END:VEVENT',
    'END:VCALENDAR',
  );
const read = (file: string, from = '1997-01-01', to = '1998-12-31', zone = 'America/New_York') =>
  readCalendar(file, zone, from, to);
const when = (c: DatedClass) => `${c.day} ${c.time}`;

const NEW_YORK = lines(
  'BEGIN:VTIMEZONE',
  'TZID:America/New_York',
  'BEGIN:DAYLIGHT',
  'DTSTART:19670430T020000',
  'RRULE:FREQ=YEARLY;BYMONTH=4;BYDAY=-1SU;UNTIL=19730429T070000Z',
  'TZOFFSETFROM:-0500',
  'TZOFFSETTO:-0400',
  'TZNAME:EDT',
  'END:DAYLIGHT',
  'BEGIN:DAYLIGHT',
  'DTSTART:19870405T020000',
  'RRULE:FREQ=YEARLY;BYMONTH=4;BYDAY=1SU;UNTIL=20060402T070000Z',
  'TZOFFSETFROM:-0500',
  'TZOFFSETTO:-0400',
  'TZNAME:EDT',
  'END:DAYLIGHT',
  'BEGIN:STANDARD',
  'DTSTART:19671029T020000',
  'RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU;UNTIL=20061029T060000Z',
  'TZOFFSETFROM:-0400',
  'TZOFFSETTO:-0500',
  'TZNAME:EST',
  'END:STANDARD',
  'END:VTIMEZONE',
).trimEnd();

describe('calendars of other programs, by the examples of RFC 5545', () => {
  it('ten days running, from a zone that the file does not describe', () => {
    // RFC 5545, 3.8.5.3: "Daily for 10 occurrences".
    const { classes, problems } = read(
      event('UID:a@x', 'SUMMARY:Daily', 'DTSTART;TZID=America/New_York:19970902T090000', 'RRULE:FREQ=DAILY;COUNT=10'),
    );
    expect(problems).toEqual([]);
    expect(classes.map((c) => c.day)).toEqual(
      Array.from({ length: 10 }, (_, k) => `1997-09-${String(k + 2).padStart(2, '0')}`),
    );
    expect(new Set(classes.map((c) => c.time))).toEqual(new Set(['09:00']));
  });

  it('every other week on Monday, Wednesday and Friday, over the change of the clocks', () => {
    // "Every other week on Monday, Wednesday, and Friday until December 24, 1997".
    const { classes } = read(
      event(
        'UID:b@x',
        'DTSTART;TZID=America/New_York:19970901T090000',
        'RRULE:FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=SU;BYDAY=MO,WE,FR',
      ),
    );
    // September 1,3,5,15,17,19,29; October 1,3,13,15,17,27,29,31; November 10,12,14,24,26,28; December 8,10,12,22.
    expect(classes.map((c) => c.day.slice(5))).toEqual(
      '09-01 09-03 09-05 09-15 09-17 09-19 09-29 10-01 10-03 10-13 10-15 10-17 10-27 10-29 10-31 11-10 11-12 11-14 11-24 11-26 11-28 12-08 12-10 12-12 12-22'.split(
        ' ',
      ),
    );
    expect(new Set(classes.map((c) => c.time))).toEqual(new Set(['09:00']));
  });

  it('the first Friday for ten months, and every Friday the 13th but one that is left out', () => {
    const first = read(
      event('UID:c@x', 'DTSTART;TZID=America/New_York:19970905T090000', 'RRULE:FREQ=MONTHLY;COUNT=10;BYDAY=1FR'),
    );
    expect(first.classes.map((c) => c.day)).toEqual(
      '1997-09-05 1997-10-03 1997-11-07 1997-12-05 1998-01-02 1998-02-06 1998-03-06 1998-04-03 1998-05-01 1998-06-05'.split(
        ' ',
      ),
    );
    const thirteenth = read(
      event(
        'UID:d@x',
        'DTSTART;TZID=America/New_York:19970902T090000',
        'EXDATE;TZID=America/New_York:19970902T090000',
        'RRULE:FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13',
      ),
      '1997-01-01',
      '2000-12-31',
    );
    expect(thirteenth.classes.map((c) => c.day)).toEqual([
      '1998-02-13',
      '1998-03-13',
      '1998-11-13',
      '1999-08-13',
      '2000-10-13',
    ]);
  });

  it('one day moved and one called off, in a zone that the file describes, read in another', () => {
    const file = lines(
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//x//y//EN',
      NEW_YORK,
      'BEGIN:VEVENT',
      'UID:e@x',
      'SUMMARY:Slack Water',
      'LOCATION:Boat bay',
      'DTSTART;TZID=America/New_York:19971023T183000',
      'DTEND;TZID=America/New_York:19971023T191500',
      'RRULE:FREQ=WEEKLY;COUNT=4',
      'EXDATE;TZID=America/New_York:19971106T183000',
      'END:VEVENT',
      'BEGIN:VEVENT',
      'UID:e@x',
      'SUMMARY:Slack Water\\, early',
      'RECURRENCE-ID;TZID=America/New_York:19971113T183000',
      'DTSTART;TZID=America/New_York:19971112T170000',
      'DTEND;TZID=America/New_York:19971112T174500',
      'END:VEVENT',
      'END:VCALENDAR',
    );
    const { classes, problems } = read(file, '1997-01-01', '1998-12-31', ZONE);
    expect(problems).toEqual([]);
    // 23 October is summer time in both (UTC−4 to UTC+1: five hours on); 30 October winter in both, five again.
    expect(classes.map((c) => `${when(c)} ${c.title} ${c.lengthMs! / 60_000}`)).toEqual([
      '1997-10-23 23:30 Slack Water 45',
      '1997-10-30 23:30 Slack Water 45',
      '1997-11-12 22:00 Slack Water, early 45',
    ]);
    expect(classes[0]?.room).toBe('Boat bay');
    expect(new Set(classes.map((c) => c.id)).size).toBe(3);
    expect(read(file, '1997-01-01', '1998-12-31', ZONE).classes).toEqual(classes);
  });

  it('a whole day, a time of no place, UTC, and further dates', () => {
    const of = (...inner: string[]) =>
      read(event('UID:f@x', ...inner), '2026-01-01', '2026-12-31', ZONE).classes.map(when);
    expect(of('DTSTART;VALUE=DATE:20260704')).toEqual(['2026-07-04 null']);
    expect(of('DTSTART:20260704T061500')).toEqual(['2026-07-04 06:15']);
    expect(of('DTSTART:20260704T061500Z')).toEqual(['2026-07-04 07:15']);
    expect(of('DTSTART:20260704T061500', 'RDATE:20260801T070000')).toEqual(['2026-07-04 06:15', '2026-08-01 07:00']);
  });

  it('says what cannot be read, and keeps what can', () => {
    expect(read('BEGIN:nonsense').classes).toEqual([]);
    expect(read('BEGIN:nonsense').problems[0]?.message).toMatch(/no calendar file/);
    const odd = read(event('UID:g@x', 'SUMMARY:Odd', 'DTSTART;TZID=Nowhere/Land:19970902T090000'));
    expect(odd.classes.map(when)).toEqual(['1997-09-02 09:00']);
    expect(odd.problems).toEqual([
      { path: 'Nowhere/Land', message: 'This time zone is not known: its times are taken as the club’s own' },
    ]);
    const forever = read(event('UID:h@x', 'SUMMARY:Always', 'DTSTART:19970101T090000', 'RRULE:FREQ=DAILY'));
    expect(forever.classes).toHaveLength(400);
    expect(forever.problems).toEqual([{ path: 'Always', message: 'Only the first 400 of its days were read' }]);
  });
});

const word = fc.constantFrom('Slack Water', 'a, b; c\\d', 'Slipway “long”', 'x\ny', 'First Light 🛶').map((t) => t);
const dated: fc.Arbitrary<DatedClass> = fc
  .record({
    n: fc.nat(99_999),
    day: fc.date({ min: new Date('2020-01-02'), max: new Date('2035-01-01'), noInvalidDate: true }),
    time: fc.option(fc.record({ h: fc.integer({ min: 3, max: 23 }), m: fc.integer({ min: 0, max: 59 }) })),
    minutes: fc.option(fc.integer({ min: 1, max: 240 })),
    title: word.map((t) => t.replace('\n', ' ')),
    room: fc.oneof(
      fc.constant(''),
      word.map((t) => t.replace('\n', ' ')),
    ),
    leader: fc.oneof(fc.constant(''), word),
    notes: fc.oneof(fc.constant(''), word),
    planId: fc.option(fc.constant('slack-water')),
    nth: fc.option(fc.integer({ min: 1, max: 8 })),
    cancelled: fc.boolean(),
  })
  .map(({ n, day, time, minutes, title, room, leader, notes, planId, nth, cancelled }) => ({
    kind: 'class',
    id: `c${n}`,
    title,
    day: day.toISOString().slice(0, 10),
    time: time === null ? null : `${String(time.h).padStart(2, '0')}:${String(time.m).padStart(2, '0')}`,
    lengthMs: minutes === null || time === null ? null : minutes * 60_000,
    room,
    leader,
    planId,
    ...(nth === null ? {} : { series: { id: 's1', title: 'Autumn', nth, of: 8 } }),
    notes,
    ...(cancelled ? { cancelled: true as const } : {}),
  }));

describe('our own calendar', () => {
  it('comes back the same, whatever is in it', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(dated, { maxLength: 6, selector: (c) => c.id }),
        fc.constantFrom('Europe/London', 'America/New_York', 'Asia/Kolkata', 'Pacific/Auckland'),
        (classes, zone) => {
          const file = writeCalendar('Boathouse', classes, zone, 1_790_000_000_000);
          expect(readCalendar(file, zone, '2019-01-01', '2036-12-31')).toEqual({ classes, problems: [] });
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is at its moment: 18:30 in London is 17:30 UTC in summer, 18:30 in winter', () => {
    const one = (day: string): DatedClass => ({
      kind: 'class',
      id: 'c1',
      title: 'Slack Water',
      day,
      time: '18:30',
      lengthMs: 2_700_000,
      room: '',
      leader: '',
      planId: null,
      notes: '',
    });
    const start = (day: string) => /DTSTART:(\S+)/.exec(writeCalendar('x', [one(day)], ZONE, 0))?.[1];
    expect(start('2026-07-02')).toBe('20260702T173000Z');
    expect(start('2026-11-26')).toBe('20261126T183000Z');
  });
});
