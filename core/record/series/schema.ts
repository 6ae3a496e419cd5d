import * as v from 'valibot';
import { clock, count, documentId, name, text } from '../../class/index.ts';
import { DaySchema } from '../calendar/index.ts';

/** The templates of a series: how its classes follow each other. */
export const TEMPLATES = {
  rise: {
    name: 'Steady rise, easy fourth week',
    about:
      'Each week asks one thing more than the one before; every fourth is easier, and the next goes on from where the third was.',
  },
  turn: {
    name: 'In turn',
    about:
      'The chosen classes one after the other, such as upper, lower, whole; each asks one thing more every time it comes round.',
  },
  test: {
    name: 'Test first and last',
    about:
      'The first chosen class opens and closes the series unchanged, so that the two can be compared; between them the others rise.',
  },
  repeat: {
    name: 'One class, repeated',
    about: 'The same class each time, and each time one thing more.',
  },
} as const;
export type Template = keyof typeof TEMPLATES;
export const TEMPLATE_NAMES = Object.keys(TEMPLATES) as Template[];

/** So many weeks, so many classes a week. */
export const SeriesSchema = v.strictObject({
  id: documentId,
  title: name(80),
  template: v.picklist(TEMPLATE_NAMES),
  /** A day of its first week. */
  start: DaySchema,
  weeks: count(1, 52),
  /** When in a week. */
  slots: v.pipe(v.array(v.strictObject({ weekday: count(1, 7), time: clock })), v.minLength(1), v.maxLength(7)),
  /** The classes it is made from. */
  planIds: v.pipe(v.array(documentId), v.minLength(1), v.maxLength(7)),
  room: v.optional(text(60), ''),
  leader: v.optional(text(60), ''),
  /** How hard its classes are expected to be, 0 to 10, for the load it plans; null where nobody says. */
  effort: v.optional(v.nullable(v.pipe(v.number(), v.minValue(0), v.maxValue(10))), null),
});
export type Series = v.InferOutput<typeof SeriesSchema>;
