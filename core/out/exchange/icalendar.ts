import ICAL from 'ical.js';
import * as v from 'valibot';
import type { Problem } from '../../class/index.ts';
import { clipText, documentId, InSeriesSchema, MAX_MS, text } from '../../class/index.ts';
import { addDays, type DatedClass, DaySchema, isZone, type Local, localAt, momentOf } from '../../record/index.ts';
import { TooManySteps, withinSteps } from './rule-steps.ts';

/*
 * Calendars as RFC 5545 has them. Classes go out at their moment, in UTC, so that any calendar shows them at the right time of its own place.
 */

/** What of a class no property of a calendar says; it goes along in one of ours, which others pass over. */
const OursSchema = v.strictObject({
  id: documentId,
  planId: v.nullable(documentId),
  leader: v.optional(text(60), ''),
  series: v.optional(InSeriesSchema),
  eased: v.optional(v.boolean()),
  slot: v.optional(v.strictObject({ id: documentId, day: DaySchema })),
  /** Its length is not known. */
  open: v.optional(v.boolean()),
});
const OURS = 'x-odd-round';
const DOMAIN = 'odd-round.local';
/** Of a class whose length is not known, a calendar is told an hour. */
const USUAL_MS = 3_600_000;

const suffixOf = ({ series }: Pick<DatedClass, 'series'>) => (series ? `, ${series.nth} of ${series.of}` : '');

/**
 * Writes classes as a calendar. One without a time of day is a day-long event.
 * @param zone the club's time zone, by its IANA name
 * @param stampMs when it was written, ms since 1970
 */
export function writeCalendar(name: string, classes: readonly DatedClass[], zone: string, stampMs: number): string {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.updatePropertyWithValue('prodid', '-//Odd Round//Classes//EN');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('x-wr-calname', name);
  for (const one of classes) calendar.addSubcomponent(eventOf(one, zone, stampMs));
  return `${calendar.toString()}\r\n`;
}

const utc = (ms: number) => ICAL.Time.fromJSDate(new Date(ms), true);

function eventOf(one: DatedClass, zone: string, stampMs: number): ICAL.Component {
  const event = new ICAL.Component('vevent');
  const { id, planId, leader, series, eased, slot } = one;
  const ours = {
    id,
    planId,
    ...(leader === '' ? {} : { leader }),
    ...(series ? { series } : {}),
    ...(eased ? { eased } : {}),
    ...(slot ? { slot } : {}),
    ...(one.lengthMs === null ? { open: true } : {}),
  };
  event.updatePropertyWithValue('uid', one.uid ?? `${id}@${DOMAIN}`);
  event.updatePropertyWithValue('dtstamp', utc(stampMs));
  if (one.time === null) {
    event.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(one.day));
    event.updatePropertyWithValue('dtend', ICAL.Time.fromDateString(addDays(one.day, 1)));
  } else {
    const startMs = momentOf({ day: one.day, time: one.time }, zone);
    event.updatePropertyWithValue('dtstart', utc(startMs));
    event.updatePropertyWithValue('dtend', utc(startMs + (one.lengthMs ?? USUAL_MS)));
  }
  event.updatePropertyWithValue('summary', one.title + suffixOf(one));
  if (one.room !== '') event.updatePropertyWithValue('location', one.room);
  if (one.notes !== '') event.updatePropertyWithValue('description', one.notes);
  if (one.cancelled) event.updatePropertyWithValue('status', 'CANCELLED');
  // Letters that a calendar program may fold or escape in its own way are written as a web address has them.
  event.updatePropertyWithValue(OURS, encodeURIComponent(JSON.stringify(ours)));
  return event;
}

/** The content of a calendar file. */
export interface ReadCalendar {
  classes: DatedClass[];
  /** What could not be read, or not all of it, in words. */
  problems: Problem[];
}

/** More than that a calendar does not bring in, nor one of its events. */
const MOST_CLASSES = 2000;
const MOST_OF_ONE = 400;
/** Steps by which the rules of one event, and of all, may be gone through: a rule may have many, and no result. */
const MOST_STEPS = 100_000;
const MOST_STEPS_OF_ALL = 1_000_000;
/** So far a single day is moved at most. */
const MOVED_DAYS = 31;
/** No class comes round as often. */
const TOO_OFTEN: readonly unknown[] = ['SECONDLY', 'MINUTELY'];

/**
 * Reads a calendar into classes on their days: events that come again as often as they come between two days, with their exceptions. Times are turned
 * into those of the club; one without a zone is of the club's own. An id is the one we wrote, else one made from the event's own identity, so that the same file
 * brought in twice is the same classes.
 * @param zone the club's time zone, by its IANA name
 */
export function readCalendar(file: string, zone: string, from: string, to: string): ReadCalendar {
  const problems: Problem[] = [];
  let roots: ICAL.Component[];
  try {
    const parsed: unknown = ICAL.parse(file.replace(/^\uFEFF/, ''));
    // One calendar, or several after each other.
    const list = Array.isArray(parsed) && Array.isArray(parsed[0]) ? parsed : [parsed];
    roots = list.map((jcal) => new ICAL.Component(jcal as never));
  } catch (error) {
    const message = error instanceof Error ? error.message : 'it is no calendar';
    return { classes: [], problems: [{ path: 'file', message: `This is no calendar file: ${message}` }] };
  }
  const classes: DatedClass[] = [];
  let left = MOST_STEPS_OF_ALL;
  for (const root of roots) {
    if (root.name !== 'vcalendar') {
      problems.push({ path: root.name || 'file', message: 'This is no calendar' });
      continue;
    }
    const zones = zonesOf(root);
    for (const read of eventsIn(root)) {
      if (classes.length >= MOST_CLASSES) {
        problems.push({ path: 'file', message: `Only the first ${MOST_CLASSES} classes were read` });
        return { classes, problems };
      }
      let title = 'An event';
      try {
        const event = read();
        title = [event.summary, event.uid].map((x) => String(x ?? '').trim()).find(Boolean) ?? title;
        const most = Math.min(MOST_STEPS, left);
        left -= withinSteps(most, () => classes.push(...classesOf(event, { zone, zones, from, to, problems })));
      } catch (error) {
        if (error instanceof TooManySteps) left -= error.most;
        problems.push({ path: title, message: error instanceof Error ? error.message : 'cannot be read' });
      }
    }
  }
  return { classes, problems };
}

const zonesOf = (root: ICAL.Component) =>
  new Map(
    root.getAllSubcomponents('vtimezone').map((z): [string, ICAL.Timezone] => {
      const timezone = new ICAL.Timezone(z);
      return [timezone.tzid, timezone];
    }),
  );

/** The events of a calendar, each read when it is asked for, with those that stand for one occurrence of it. */
function eventsIn(root: ICAL.Component): (() => ICAL.Event)[] {
  const all = root.getAllSubcomponents('vevent');
  const uidOf = (c: ICAL.Component) => String(c.getFirstPropertyValue('uid'));
  const isException = (c: ICAL.Component) => c.hasProperty('recurrence-id');
  const mains = all.filter((c) => !isException(c));
  const own = new Set(mains.map(uidOf));
  const exceptions = new Map<string, ICAL.Component[]>();
  const lone: ICAL.Component[] = [];
  for (const c of all.filter(isException)) {
    const others = exceptions.get(uidOf(c));
    if (!own.has(uidOf(c))) lone.push(c);
    else if (others) others.push(c);
    else exceptions.set(uidOf(c), [c]);
  }
  return [
    ...mains.map((c) => () => {
      const others = exceptions.get(uidOf(c)) ?? [];
      return new ICAL.Event(c, { exceptions: others, strictExceptions: true } as never);
    }),
    ...lone.map((c) => () => new ICAL.Event(c)),
  ];
}

interface Given {
  zone: string;
  zones: ReadonlyMap<string, ICAL.Timezone>;
  from: string;
  to: string;
  problems: Problem[];
}

function classesOf(event: ICAL.Event, given: Given): DatedClass[] {
  const { from, to } = given;
  if (!event.startDate) throw new Error('has no start');
  const inside = (c: DatedClass) => c.day >= from && c.day <= to;
  if (!event.isRecurring()) return [classOf(event, event.startDate, event.endDate, given)].filter(inside);
  const rule = event.component.getFirstPropertyValue('rrule');
  if (rule instanceof ICAL.Recur && TOO_OFTEN.includes(rule.freq)) throw new Error('comes round too often for a class');
  const found: DatedClass[] = [];
  // A day may have been moved by one that stands for it.
  const [first, last] = [addDays(from, -MOVED_DAYS), addDays(to, MOVED_DAYS)];
  for (const at of occurrencesOf(event)) {
    if (isoDay(at) > last) break;
    if (isoDay(at) < first) continue;
    const { item, startDate, endDate } = event.getOccurrenceDetails(at);
    const one = classOf(item, startDate, endDate, given, `${at.toString()}`);
    if (!inside(one)) continue;
    if (found.length >= MOST_OF_ONE) {
      given.problems.push({ path: one.title, message: `Only the first ${MOST_OF_ONE} of its days were read` });
      break;
    }
    found.push(one);
  }
  return found;
}

/** The times an event comes round, for ever where its rule says so. Its start is the first of them, also where only further dates are named. */
function* occurrencesOf(event: ICAL.Event): Generator<ICAL.Time> {
  const times = event.iterator();
  const first = times.next();
  const start = event.startDate;
  const isLeftOut = event.component
    .getAllProperties('exdate')
    .some((p) => p.getValues().some((t) => t instanceof ICAL.Time && t.compare(start) === 0));
  if (!event.component.hasProperty('rrule') && !isLeftOut && first?.compare(start) !== 0) yield start;
  for (let at = first; at; at = times.next()) yield at;
}

const two = (n: number) => String(n).padStart(2, '0');
const isoDay = (t: ICAL.Time) => `${t.year}-${two(t.month)}-${two(t.day)}`;
const shown = (t: ICAL.Time): Local => ({ day: isoDay(t), time: `${two(t.hour)}:${two(t.minute)}` });

/** The moment of a time, ms since 1970, or what it shows where it is of no place. */
function momentIn(t: ICAL.Time, tzid: string | undefined, { zone, zones, problems }: Given): number {
  if (t.zone?.tzid === 'UTC') return t.toUnixTime() * 1000;
  const own = tzid === undefined ? undefined : zones.get(tzid);
  if (own) {
    const there = t.clone();
    there.zone = own;
    return there.toUnixTime() * 1000;
  }
  if (tzid !== undefined && isZone(tzid)) return momentOf(shown(t), tzid);
  if (tzid !== undefined && !problems.some((p) => p.path === (tzid || 'time zone')))
    problems.push({
      path: tzid || 'time zone',
      message: 'This time zone is not known: its times are taken as the club\u2019s own',
    });
  return momentOf(shown(t), zone);
}

const tzidOf = (event: ICAL.Event, name: 'dtstart' | 'dtend') => {
  const value = event.component.getFirstProperty(name)?.getFirstParameter('tzid');
  return typeof value === 'string' && value !== '' ? value : undefined;
};

function classOf(event: ICAL.Event, start: ICAL.Time, end: ICAL.Time, given: Given, occurrence = ''): DatedClass {
  const tzid = tzidOf(event, 'dtstart');
  const startMs = start.isDate ? null : momentIn(start, tzid, given);
  const endMs = end.isDate ? null : momentIn(end, tzidOf(event, 'dtend') ?? tzid, given);
  const local = startMs === null ? null : localAt(startMs, given.zone);
  const ours = oursOf(event);
  const lengthMs = startMs === null || endMs === null ? null : endMs - startMs;
  const uid = event.uid ? clipText(String(event.uid), 255) : '';
  const title = clipText(textOf(event.summary), 400);
  const suffix = ours ? suffixOf(ours) : '';
  const { open = false, id = idOf(`${uid} ${occurrence}`), planId = null, leader = '', ...more } = ours ?? {};
  const isOwnUid = uid === '' || uid === `${id}@${DOMAIN}`;
  return {
    kind: 'class',
    id,
    title: clipText(suffix !== '' && title.endsWith(suffix) ? title.slice(0, -suffix.length) : title, 80) || 'A class',
    day: local?.day ?? isoDay(start),
    time: local?.time ?? null,
    lengthMs: open || lengthMs === null || lengthMs < 60_000 || lengthMs > MAX_MS ? null : lengthMs,
    room: clipText(textOf(event.location), 60),
    leader,
    planId,
    ...more,
    notes: clipText(textOf(event.description), 1000),
    ...(isOwnUid ? {} : { uid }),
    ...(event.component.getFirstPropertyValue('status') === 'CANCELLED' ? { cancelled: true } : {}),
  };
}

const textOf = (value: unknown) => (typeof value === 'string' ? value : '');

function oursOf(event: ICAL.Event): v.InferOutput<typeof OursSchema> | null {
  const value = event.component.getFirstPropertyValue(OURS);
  if (typeof value !== 'string') return null;
  try {
    const read = v.safeParse(OursSchema, JSON.parse(decodeURIComponent(value)));
    return read.success ? read.output : null;
  } catch {
    return null;
  }
}

/** An id made from a text: 53 bits of it by the cyrb53 mix, which is enough to tell a calendar’s events apart. */
function idOf(from: string): string {
  let [a, b] = [0xdeadbeef, 0x41c6ce57];
  for (const letter of from) {
    const code = letter.codePointAt(0) ?? 0;
    a = Math.imul(a ^ code, 2654435761);
    b = Math.imul(b ^ code, 1597334677);
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909);
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909);
  return `ics-${(4294967296 * (2097151 & b) + (a >>> 0)).toString(36)}`;
}
