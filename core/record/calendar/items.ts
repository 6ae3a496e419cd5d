import * as v from 'valibot';
import { clock, count, documentId, InSeriesSchema, ms, name, text } from '../../class/index.ts';
import { isDay } from './days.ts';

export const DaySchema = v.pipe(v.string(), v.check(isDay, 'A day is written YYYY-MM-DD'));

const where = { room: v.optional(text(60), ''), leader: v.optional(text(60), '') };
const lengthMs = v.nullable(ms(60_000));

/** An item of the calendar. Times of day are the club's. */
export const CalendarItemSchema = v.variant('kind', [
  /** A class on a day. */
  v.strictObject({
    kind: v.literal('class'),
    id: documentId,
    title: name(80),
    day: DaySchema,
    /** HH:MM; null where it is not known. */
    time: v.nullable(clock),
    lengthMs,
    ...where,
    /** The class that is led; null where there is none yet, as of one that came from another calendar. */
    planId: v.nullable(documentId),
    series: v.optional(InSeriesSchema),
    /** It is an easier one of its series. */
    eased: v.optional(v.boolean()),
    /** The slot it takes the place of, and the day it was to be. */
    slot: v.optional(v.strictObject({ id: documentId, day: DaySchema })),
    notes: v.optional(text(1000), ''),
    /** Its identity in another calendar. */
    uid: v.optional(name(255)),
    cancelled: v.optional(v.boolean()),
  }),
  /** A slot that comes again every so many weeks. */
  v.strictObject({
    kind: v.literal('slot'),
    id: documentId,
    title: name(80),
    /** 1 for Monday to 7 for Sunday. */
    weekday: count(1, 7),
    time: clock,
    lengthMs,
    ...where,
    planId: v.nullable(documentId),
    /** The first day it may be, and the last. */
    from: DaySchema,
    until: v.nullable(DaySchema),
    every: v.optional(count(1, 8), 1),
    /** Days on which it is not. */
    except: v.optional(v.pipe(v.array(DaySchema), v.maxLength(400)), []),
  }),
  /** Days without classes. */
  v.strictObject({
    kind: v.literal('off'),
    id: documentId,
    from: DaySchema,
    until: DaySchema,
    why: v.optional(text(80), ''),
  }),
]);
export type CalendarItem = v.InferOutput<typeof CalendarItemSchema>;
export type DatedClass = Extract<CalendarItem, { kind: 'class' }>;
export type Slot = Extract<CalendarItem, { kind: 'slot' }>;
export type DaysOff = Extract<CalendarItem, { kind: 'off' }>;

/** Days by which an item is found: its first and its last; null where it has none. */
export function spanOf(item: CalendarItem): { first: string; last: string | null } {
  switch (item.kind) {
    case 'class':
      return { first: item.day, last: item.day };
    case 'slot':
      return { first: item.from, last: item.until };
    case 'off':
      return { first: item.from, last: item.until };
  }
}
