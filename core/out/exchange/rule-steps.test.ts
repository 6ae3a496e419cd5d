import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { readCalendar } from './icalendar.ts';
import { TooManySteps, withinSteps } from './rule-steps.ts';

const calendar = (...inner: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x//y//EN', ...inner, 'END:VCALENDAR', ''].join('\r\n');
const event = (uid: string, ...inner: string[]) => [
  'BEGIN:VEVENT',
  `UID:${uid}`,
  `SUMMARY:${uid}`,
  ...inner,
  'END:VEVENT',
];
const read = (file: string) => readCalendar(file, 'Europe/London', '2026-01-01', '2027-12-31');
const good = event('Slipway', 'DTSTART:20261128T090000Z', 'RRULE:FREQ=WEEKLY;COUNT=3');

describe('rules that were made to hurt', () => {
  it.each([
    'FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30',
    'FREQ=DAILY;INTERVAL=999999999;BYMONTH=2;BYMONTHDAY=31',
    'FREQ=HOURLY;BYMONTH=2;BYMONTHDAY=30',
    'FREQ=MONTHLY;BYMONTH=2;BYMONTHDAY=30',
    'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
    'FREQ=YEARLY;BYWEEKNO=53;BYMONTH=3',
    'FREQ=YEARLY;BYYEARDAY=366;INTERVAL=4',
    'FREQ=YEARLY;INTERVAL=999999999',
    'FREQ=WEEKLY;INTERVAL=999999999;BYDAY=MO',
    'FREQ=MONTHLY;INTERVAL=999999999;BYDAY=5MO',
    'FREQ=HOURLY;INTERVAL=1',
  ])('%s ends, and the rest of the file is read', (rule) => {
    const { classes } = read(calendar(...event('Tide', 'DTSTART:19700101T000000Z', `RRULE:${rule}`), ...good));
    expect(classes.filter((c) => c.title === 'Slipway').map((c) => c.day)).toEqual([
      '2026-11-28',
      '2026-12-05',
      '2026-12-12',
    ]);
  });

  it.each(['SECONDLY', 'MINUTELY'])('%s is no class, and is said so', (freq) => {
    const rule = `RRULE:FREQ=${freq};BYMONTH=2;BYMONTHDAY=30`;
    const { classes, problems } = read(calendar(...event('Tide', 'DTSTART:19700101T000000Z', rule), ...good));
    expect(classes).toHaveLength(3);
    expect(problems).toEqual([{ path: 'Tide', message: 'comes round too often for a class' }]);
  });

  it('a day that never comes is said to be none', () => {
    const rule = 'RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30';
    const { classes, problems } = read(calendar(...event('Tide', 'DTSTART:20260101T000000Z', rule), ...good));
    // Its start stands for itself.
    expect(classes.map((c) => c.title)).toEqual(['Slipway', 'Slipway', 'Slipway']);
    expect(problems).toEqual([{ path: 'Tide', message: 'comes round by a rule that no day fits, or by too many' }]);
  });

  it('a time zone may have such a rule too', () => {
    const zone = [
      'BEGIN:VTIMEZONE',
      'TZID:Nowhere',
      'BEGIN:STANDARD',
      'DTSTART:19700101T000000',
      'RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30',
      'TZOFFSETFROM:+0000',
      'TZOFFSETTO:+0100',
      'END:STANDARD',
      'END:VTIMEZONE',
    ];
    const { classes, problems } = read(
      calendar(...zone, ...event('Tide', 'DTSTART;TZID=Nowhere:20261128T090000'), ...good),
    );
    expect(classes).toHaveLength(3);
    expect(problems.map((p) => p.path)).toEqual(['Tide']);
  });

  it('thousands of events that come round for ever are read as far as a file may take', () => {
    const many = Array.from({ length: 3000 }, (_, k) =>
      event(`Tide ${k}`, 'DTSTART:19700101T060000Z', 'RRULE:FREQ=DAILY'),
    ).flat();
    const { problems } = read(calendar(...many));
    expect(problems.length).toBeGreaterThan(0);
  });

  it('an event with thousands of exceptions is gone through once', () => {
    const all = Array.from({ length: 3000 }, (_, k) => `Tide ${k}`).flatMap((uid) => [
      ...event(uid, 'DTSTART:20261128T090000Z', 'RRULE:FREQ=WEEKLY;COUNT=1'),
      ...event(uid, 'RECURRENCE-ID:20261128T090000Z', 'DTSTART:20261129T100000Z'),
    ]);
    const { classes, problems } = read(calendar(...all));
    expect(problems).toEqual([{ path: 'file', message: 'Only the first 2000 classes were read' }]);
    expect(new Set(classes.map((c) => `${c.day} ${c.time}`))).toEqual(new Set(['2026-11-29 10:00']));
  });
});

describe('steps of rules', () => {
  const rule = ICAL.Recur.fromString('FREQ=DAILY');
  const days = (n: number) => {
    const times = rule.iterator(ICAL.Time.fromDateString('2026-11-28'));
    for (let k = 0; k < n; k++) times.next();
  };

  it('are told, and are few for what there is of them', () => {
    const taken = withinSteps(1000, () => days(100));
    expect(taken).toBeGreaterThanOrEqual(198);
    expect(taken).toBeLessThan(300);
  });

  it('end with the limit, and count no more afterwards', () => {
    expect(() => withinSteps(50, () => days(100))).toThrow(TooManySteps);
    expect(() => days(5000)).not.toThrow();
  });
});
