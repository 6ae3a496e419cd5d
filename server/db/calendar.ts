import { type Plan, parseWith, same } from '../../core/class/index.ts';
import {
  type CalendarItem,
  CalendarItemSchema,
  type DatedClass,
  type Series,
  SeriesSchema,
  spanOf,
} from '../../core/record/index.ts';
import type { Database, Queryable } from './database.ts';
import { savePlanIn, setDeleted } from './plans.ts';

type Documents = { document: unknown }[];

/** Stored things of the calendar; one that cannot be read is left out of it. */
const itemsOf = (rows: Documents): CalendarItem[] =>
  rows.flatMap((r) => {
    const read = parseWith(CalendarItemSchema, r.document);
    return read.ok ? [read.value] : [];
  });

const classesOf = (rows: Documents) => itemsOf(rows).filter((i): i is DatedClass => i.kind === 'class');

/** The items of the calendar from one day to another, inclusive. */
export async function calendarBetween(db: Queryable, from: string, to: string): Promise<CalendarItem[]> {
  return itemsOf(
    await db.query<{ document: unknown }>(
      `SELECT document FROM calendar_item WHERE first_day <= $2::date AND (last_day IS NULL OR last_day >= $1::date)
       ORDER BY first_day, id LIMIT 10000`,
      [from, to],
    ),
  );
}

/** Puts things into the calendar and takes others out. */
export function saveCalendar(db: Database, put: readonly CalendarItem[], remove: readonly string[]): Promise<void> {
  return db.transaction(async (tx) => {
    await putItems(tx, put);
    if (remove.length > 0) await tx.query('DELETE FROM calendar_item WHERE id = ANY ($1::text[])', [[...remove]]);
  });
}

async function putItems(tx: Queryable, items: readonly CalendarItem[]): Promise<void> {
  for (const item of items) {
    const { first, last } = spanOf(item);
    const [seriesId, planId] =
      item.kind === 'off' ? [null, null] : [item.kind === 'class' ? (item.series?.id ?? null) : null, item.planId];
    await tx.query(
      `INSERT INTO calendar_item (id, kind, first_day, last_day, series_id, plan_id, document) VALUES ($1, $2, $3, $4, $5, $6, $7)
       ON CONFLICT (id) DO UPDATE SET kind = excluded.kind, first_day = excluded.first_day, last_day = excluded.last_day,
         series_id = excluded.series_id, plan_id = excluded.plan_id, document = excluded.document`,
      [item.id, item.kind, first, last, seriesId, planId, JSON.stringify(item)],
    );
  }
}

/** The classes of the calendar: all, one, or those of a series; the earliest first. */
export async function datedClasses(
  db: Queryable,
  { id = null, series = null }: { id?: string | null | undefined; series?: string | null | undefined } = {},
): Promise<DatedClass[]> {
  return classesOf(
    await db.query<{ document: unknown }>(
      `SELECT document FROM calendar_item WHERE kind = 'class' AND ($1::text IS NULL OR id = $1) AND ($2::text IS NULL OR series_id = $2)
       ORDER BY first_day, document->>'time', id LIMIT 20000`,
      [id, series],
    ),
  );
}

/** Brings classes in that came from another calendar; those that are there keep the class they lead. Gives how many are new or other. */
export function bringInClasses(db: Database, classes: readonly DatedClass[]): Promise<number> {
  return db.transaction(async (tx) => {
    let changed = 0;
    for (const one of classes) {
      const [had] = await datedClasses(tx, { id: one.id });
      const next = had ? { ...one, planId: one.planId ?? had.planId } : one;
      if (same(had, next)) continue;
      await putItems(tx, [next]);
      changed += 1;
    }
    return changed;
  });
}

const seriesOf = (rows: Documents): Series[] =>
  rows.flatMap((r) => {
    const read = parseWith(SeriesSchema, r.document);
    return read.ok ? [read.value] : [];
  });

/** The series, the latest made first. */
export const listSeries = async (db: Queryable) =>
  seriesOf(await db.query<{ document: unknown }>('SELECT document FROM series ORDER BY made_at DESC, id LIMIT 500'));

export async function findSeries(db: Queryable, id: string): Promise<Series | null> {
  return seriesOf(await db.query<{ document: unknown }>('SELECT document FROM series WHERE id = $1', [id]))[0] ?? null;
}

/** A class of a series is there already, and is another. */
export class ClassTaken extends Error {}

/** Keeps a series with its classes, each a class of its own in the calendar: all or none. Throws `ClassTaken`. */
export function keepSeries(
  db: Database,
  series: Series,
  classes: readonly { dated: CalendarItem; plan: Plan }[],
): Promise<void> {
  return db.transaction(async (tx) => {
    await tx.query(
      `INSERT INTO series (id, title, document) VALUES ($1, $2, $3)
       ON CONFLICT (id) DO UPDATE SET title = excluded.title, document = excluded.document`,
      [series.id, series.title, JSON.stringify(series)],
    );
    for (const { plan } of classes) if (!(await savePlanIn(tx, plan, 0)).ok) throw new ClassTaken(plan.title);
    await putItems(
      tx,
      classes.map((c) => c.dated),
    );
  });
}

/** Ends a series: what of it was never led goes. Gives how many classes went; null when there is no such series. */
export function endSeries(db: Database, id: string): Promise<number | null> {
  return db.transaction(async (tx) => {
    const rows = await tx.query('DELETE FROM series WHERE id = $1 RETURNING id', [id]);
    if (rows.length === 0) return null;
    const gone = await tx.query<{ plan_id: string | null }>(
      `DELETE FROM calendar_item c WHERE c.series_id = $1
         AND NOT EXISTS (SELECT 1 FROM run r WHERE r.plan_id = c.plan_id AND r.started_at IS NOT NULL AND r.deleted_at IS NULL)
       RETURNING plan_id`,
      [id],
    );
    for (const { plan_id } of gone) if (plan_id !== null) await setDeleted(tx, plan_id, true);
    return gone.length;
  });
}
