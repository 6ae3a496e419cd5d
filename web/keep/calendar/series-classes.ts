import { type ClassChange, type DatedClass, withClassChange } from '../../../core/record/index.ts';
import { calendar } from '../../../core/wire/index.ts';
import { ask, keepItems, messageOf, toast } from '../../base/index.ts';

/** The classes of a series in the calendar, in their order. */
async function classesOfSeries(id: string): Promise<DatedClass[]> {
  const { classes } = await ask(calendar.getSeries, { path: { id } });
  return classes.filter((c): c is DatedClass => c.kind === 'class');
}

/**
 * Changes a class, and those of its series that follow where they are meant; says what was done, with the way back, or why it was not.
 * @param isNew it is not in the calendar yet
 * @param wordsOf what is said of so many classes changed
 */
export async function changeClass(
  item: DatedClass,
  isNew: boolean,
  change: ClassChange,
  scope: 'this' | 'following',
  wordsOf: (classes: number) => string,
): Promise<boolean> {
  let all: DatedClass[] = [];
  try {
    if (item.series) all = await classesOfSeries(item.series.id);
  } catch (e) {
    toast.error(`The calendar was not changed: ${messageOf(e)}.`);
    return false;
  }
  const known = all.some((c) => c.id === item.id) ? all : [...all, item];
  const next = withClassChange(known, item.id, change, scope).map((c) => ({ ...c, title: c.title.trim() }));
  const put = known.filter((c) => next.some((n) => n.id === c.id) && !(isNew && c.id === item.id));
  return keepItems(next, [], wordsOf(next.length), { put, remove: isNew ? [item.id] : [] });
}
