import * as v from 'valibot';
import { documentId } from '../class/index.ts';
import { CalendarItemSchema, DaySchema, SeriesSchema } from '../record/index.ts';
import { anyPlan } from './documents.ts';
import { endpoint } from './endpoint.ts';

export const getCalendar = endpoint('GET /calendar', {
  says: 'What stands in the calendar on some days',
  query: v.object({ from: DaySchema, to: DaySchema }),
  answer: v.object({ items: v.array(CalendarItemSchema) }),
  problems: [400],
});

export const saveCalendar = endpoint('POST /calendar', {
  says: 'Puts things into the calendar, in the place of those of the same id, and takes others out; all or none',
  body: v.strictObject({
    put: v.pipe(v.array(CalendarItemSchema), v.maxLength(2000)),
    remove: v.pipe(v.array(documentId), v.maxLength(2000)),
  }),
  answer: null,
  problems: [400, 413],
});

export const exportCalendar = endpoint('GET /calendar/export', {
  says: 'Classes as iCalendar: one, a series, or all',
  query: v.object({ id: v.optional(documentId), series: v.optional(documentId) }),
  answer: { media: 'text/calendar' },
  problems: [404],
});

export const importCalendar = endpoint('POST /calendar/import', {
  says: 'Brings a calendar file in: classes on their days; brought in again it changes nothing',
  body: v.strictObject({ text: v.pipe(v.string(), v.maxLength(3_500_000)) }),
  status: 201,
  answer: v.object({
    classes: v.number(),
    problems: v.array(v.object({ path: v.string(), message: v.string() })),
  }),
  problems: [400, 413, 422],
});

export const getFeed = endpoint('GET /calendar/feed', {
  says: 'The secret part of the address at which other calendars follow this one; null where there is none',
  answer: v.object({ secret: v.nullable(v.string()) }),
});

export const makeFeed = endpoint('POST /calendar/feed', {
  says: 'Makes such an address; one there was opens nothing any more',
  status: 201,
  answer: v.object({ secret: v.string() }),
});

export const endFeed = endpoint('DELETE /calendar/feed', {
  says: 'Takes the address back',
  answer: null,
});

export const readFeed = endpoint('GET /feeds/{secret}', {
  says: 'All classes as iCalendar, for whoever has the secret address',
  answer: { media: 'text/calendar' },
  problems: [404, 429],
  open: true,
});

export const listSeries = endpoint('GET /series', {
  says: 'The series, the latest made first',
  answer: v.array(SeriesSchema),
});

const SeriesWithClasses = v.object({
  series: SeriesSchema,
  classes: v.array(CalendarItemSchema),
});

export const getSeries = endpoint('GET /series/{id}', {
  says: 'A series with its classes on their days',
  answer: SeriesWithClasses,
  problems: [404],
});

export const makeSeries = endpoint('PUT /series/{id}', {
  says: 'Keeps a series with its classes, all or none',
  body: v.strictObject({
    series: SeriesSchema,
    classes: v.pipe(v.array(v.strictObject({ dated: CalendarItemSchema, plan: anyPlan })), v.maxLength(400)),
  }),
  answer: SeriesWithClasses,
  problems: [400, 409, 413, 422],
});

export const deleteSeries = endpoint('DELETE /series/{id}', {
  says: 'Ends a series: its classes that were never led go from the calendar, and into the bin; those led stay',
  answer: v.object({ removed: v.number() }),
  problems: [404],
});
