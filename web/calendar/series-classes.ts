import type { DatedClass } from '../../core/calendar/index.ts';
import { calendar } from '../../core/wire/index.ts';
import { ask } from '../data/index.ts';

/** The classes of a series in the calendar, in their order. */
export async function classesOfSeries(id: string): Promise<DatedClass[]> {
  const { classes } = await ask(calendar.getSeries, { path: { id } });
  return classes.filter((c): c is DatedClass => c.kind === 'class');
}
