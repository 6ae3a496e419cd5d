import { parseClock } from '../../class/index.ts';
import { addDays, daysBetween, mondayOf, weekdayOf } from './days.ts';
import type { CalendarItem, DatedClass, DaysOff, Slot } from './items.ts';

/** Something on a day: a class, or a slot that has none yet. */
export interface CalendarEntry {
  day: string;
  /** HH:MM; null where it is not known. */
  time: string | null;
  item: DatedClass | Slot;
  /** The days off it falls on. */
  off: DaysOff | null;
}

/** What a time of day is after midnight, ms; a time that is not known comes first. */
const timeMs = (time: string | null) => (time === null ? -1 : (parseClock(time) ?? -1));
const compare = (a: CalendarEntry, b: CalendarEntry) =>
  a.day < b.day ? -1 : a.day > b.day ? 1 : timeMs(a.time) - timeMs(b.time) || (a.item.id < b.item.id ? -1 : 1);

/** The days off that a day is one of. */
export const offOn = (items: readonly CalendarItem[], day: string): DaysOff | null =>
  items.find((i): i is DaysOff => i.kind === 'off' && i.from <= day && day <= i.until) ?? null;

/** The days from one to another, both of them, on which a slot comes round; its exceptions and days off are not looked at. */
export function slotDays(slot: Slot, from: string, to: string): string[] {
  const start = slot.from > from ? slot.from : from;
  const end = slot.until !== null && slot.until < to ? slot.until : to;
  const days: string[] = [];
  const firstWeek = mondayOf(slot.from);
  let day = addDays(mondayOf(start), slot.weekday - 1);
  for (; day <= end; day = addDays(day, 7)) {
    if (day < start) continue;
    if ((daysBetween(firstWeek, mondayOf(day)) / 7) % slot.every === 0) days.push(day);
  }
  return days;
}

/**
 * What is on the days from one to another, both of them: classes, and slots that have no class of theirs yet, the earliest first. What was
 * called off is left out; on days off slots are not, and classes say so.
 */
export function entriesIn(items: readonly CalendarItem[], from: string, to: string): CalendarEntry[] {
  const classes = items.filter((i): i is DatedClass => i.kind === 'class');
  const filled = new Set(classes.flatMap((c) => (c.slot ? [`${c.slot.id} ${c.slot.day}`] : [])));
  const found: CalendarEntry[] = classes
    .filter((c) => !c.cancelled && c.day >= from && c.day <= to)
    .map((item) => ({ day: item.day, time: item.time, item, off: offOn(items, item.day) }));
  for (const item of items) {
    if (item.kind !== 'slot') continue;
    for (const day of slotDays(item, from, to))
      if (!item.except.includes(day) && !filled.has(`${item.id} ${day}`) && offOn(items, day) === null)
        found.push({ day, time: item.time, item, off: null });
  }
  return found.sort(compare);
}

/** Two entries that are in each other’s way, and why. */
export interface Conflict {
  a: CalendarEntry;
  b: CalendarEntry;
  why: 'room' | 'leader' | 'unknown';
}

const HOUR_MS = 3_600_000;
const sameName = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/**
 * Entries that overlap in the same room, or with the same leader. Of one whose length is not known an hour is taken; where no room is said, that it
 * may be the same is said as not known. An end at the very start of the next is no conflict.
 */
export function conflictsIn(entries: readonly CalendarEntry[]): Conflict[] {
  const timed = entries.filter((e) => e.time !== null);
  const found: Conflict[] = [];
  timed.forEach((a, k) => {
    for (const b of timed.slice(k + 1)) {
      if (b.day !== a.day) break;
      const aMs = timeMs(a.time);
      const bMs = timeMs(b.time);
      if (bMs >= aMs + (a.item.lengthMs ?? HOUR_MS) || aMs >= bMs + (b.item.lengthMs ?? HOUR_MS)) continue;
      const [x, y] = [a.item, b.item];
      if (x.room !== '' && sameName(x.room, y.room)) found.push({ a, b, why: 'room' });
      else if (x.leader !== '' && sameName(x.leader, y.leader)) found.push({ a, b, why: 'leader' });
      else if (x.room === '' || y.room === '') found.push({ a, b, why: 'unknown' });
    }
  });
  return found;
}

/** Today's entries, and the first that comes after now, looking `ahead` days. */
export function nowAndNext(
  items: readonly CalendarItem[],
  today: string,
  time: string,
  ahead = 60,
): { today: CalendarEntry[]; next: CalendarEntry | null } {
  const entries = entriesIn(items, today, addDays(today, ahead));
  return {
    today: entries.filter((e) => e.day === today),
    next: entries.find((e) => e.day > today || (e.time !== null && e.time >= time)) ?? null,
  };
}

/** A class of its own in the place of a slot on a day. */
export const classInSlot = (slot: Slot, day: string, id: string): DatedClass => ({
  kind: 'class',
  id,
  title: slot.title,
  day,
  time: slot.time,
  lengthMs: slot.lengthMs,
  room: slot.room,
  leader: slot.leader,
  planId: slot.planId,
  slot: { id: slot.id, day },
  notes: '',
});

/** A change of a class in the calendar: day, time, room, leader, plan, or that it is called off. */
export type ClassChange = Partial<
  Pick<DatedClass, 'day' | 'time' | 'room' | 'leader' | 'lengthMs' | 'cancelled' | 'planId' | 'title' | 'notes'>
>;

/**
 * The classes after one of them was changed: that one alone, or with it all of its series that follow: those go as many days further as it did,
 * and are otherwise changed alike; each keeps the class it is, its title and its notes.
 */
export function withClassChange(
  classes: readonly DatedClass[],
  id: string,
  change: ClassChange,
  scope: 'this' | 'following',
): DatedClass[] {
  const one = classes.find((c) => c.id === id);
  if (!one) return [];
  const changed = { ...one, ...change };
  if (scope === 'this' || !one.series) return [changed];
  const { id: series, nth } = one.series;
  const days = daysBetween(one.day, changed.day);
  const { day: _, planId: __, title: ___, notes: ____, ...alike } = change;
  const later = classes.filter((c) => c.id !== id && c.series?.id === series && c.series.nth > nth);
  return [changed, ...later.map((c) => ({ ...c, ...alike, day: addDays(c.day, days) }))];
}

/** The weekday of a day as a word. */
export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;
export const weekdayWord = (day: string) => WEEKDAYS[weekdayOf(day) - 1] ?? '';
