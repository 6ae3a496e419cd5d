import { same } from '../../core/plan/index.ts';
import type { Person } from '../../core/wire/index.ts';
import type { Database, Queryable } from './database.ts';
import { anywhere } from './page.ts';
import { fillSearch } from './plans.ts';

type PersonRow = { id: string; name: string; squad: string };

/** The people of the club, by name; numbers by their value. */
export async function listPeople(db: Queryable): Promise<Person[]> {
  const rows = await db.query<PersonRow>('SELECT id, name, squad FROM person');
  const order = new Intl.Collator('en', { numeric: true });
  return rows.map(({ id, name, squad }) => ({ id, name, squad })).sort((a, b) => order.compare(a.name, b.name));
}

export async function findPerson(db: Queryable, id: string): Promise<Person | null> {
  const [row] = await db.query<PersonRow>('SELECT id, name, squad FROM person WHERE id = $1', [id]);
  return row ?? null;
}

/** The person of a name, however its letters are written; null where there is none. */
export async function personNamed(db: Queryable, name: string): Promise<Person | null> {
  const [row] = await db.query<PersonRow>('SELECT id, name, squad FROM person WHERE lower(name) = lower($1)', [
    name.trim(),
  ]);
  return row ?? null;
}

/** Keeps a person; false when somebody else has that name. */
export async function savePerson(db: Queryable, { id, name, squad }: Person): Promise<boolean> {
  const other = await personNamed(db, name);
  if (other && other.id !== id) return false;
  await db.query(
    `INSERT INTO person (id, name, squad) VALUES ($1, $2, $3)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, squad = excluded.squad`,
    [id, name, squad],
  );
  return true;
}

/** In the place of an erased name. */
const GONE = 'someone';

/** The documents that hold what people typed freely. */
const DOCUMENTS = [
  { table: 'run_event', key: ['run_id', 'event_id'], column: 'event' },
  { table: 'plan', key: ['id'], column: 'document' },
  { table: 'plan_version', key: ['plan_id', 'version'], column: 'document' },
  { table: 'run', key: ['id'], column: 'document' },
  { table: 'calendar_item', key: ['id'], column: 'document' },
  { table: 'series', key: ['id'], column: 'document' },
] as const;

/** The keys of free text in them. */
const FREE_TEXT: readonly string[] = ['notes', 'note', 'text', 'next', 'title', 'leader'];

/** A name as a word by itself, however its letters are written: no letter or digit stands right before or after it. */
const asWord = (name: string) =>
  new RegExp(`(?<![\\p{L}\\p{N}])${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\p{L}\\p{N}])`, 'giu');

/** A document with the name taken out of its free texts; the same value where it is in none. */
function without(value: unknown, name: RegExp, isFree = false): unknown {
  if (typeof value === 'string') return isFree ? value.replace(name, GONE) : value;
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map((inner) => without(inner, name));
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => [key, without(inner, name, FREE_TEXT.includes(key))]),
  );
}

/**
 * Erases a person: their name is gone, and taken out of notes, titles and earlier texts of classes where it stands as a word; a number or a
 * single letter is no word, and is left where it stands. What they did stays, of an id that names nobody. Gives how many texts had the
 * name; null when there is no such person.
 */
export function erasePerson(db: Database, id: string): Promise<number | null> {
  return db.transaction(async (tx) => {
    const person = await findPerson(tx, id);
    if (!person) return null;
    await tx.query('DELETE FROM person WHERE id = $1', [id]);
    // What straps told of them goes with them.
    await tx.query(
      `UPDATE run_event SET event = jsonb_set(event, '{of}', coalesce(
         (SELECT jsonb_agg(o) FROM jsonb_array_elements(event->'of') o WHERE o->>'person' IS DISTINCT FROM $1), '[]'))
       WHERE event->>'type' = 'pulse' AND event @> jsonb_build_object('of', jsonb_build_array(jsonb_build_object('person', $1::text)))`,
      [id],
    );
    if (!/\p{L}.*\p{L}/u.test(person.name)) return 0;
    let texts = 0;
    for (const document of DOCUMENTS) texts += await takenOutOf(tx, document, person.name);
    if (texts > 0) {
      await takenOutOfTitles(tx, person.name);
      // What is made from them is made again.
      await tx.script('DELETE FROM run_record; UPDATE plan SET search = NULL');
      await fillSearch(tx);
    }
    return texts;
  });
}

async function takenOutOf(
  tx: Queryable,
  { table, key, column }: (typeof DOCUMENTS)[number],
  name: string,
): Promise<number> {
  const keys = key.join(', ');
  const rows = await tx.query<Record<string, unknown>>(
    `SELECT ${keys}, ${column} AS document FROM ${table} WHERE lower(${column}::text) LIKE $1`,
    [anywhere(JSON.stringify(name.toLowerCase()).slice(1, -1))],
  );
  let changed = 0;
  for (const row of rows) {
    const next = without(row.document, asWord(name));
    if (same(next, row.document)) continue;
    const where = key.map((k, n) => `${k} = $${n + 2}`).join(' AND ');
    await tx.query(`UPDATE ${table} SET ${column} = $1 WHERE ${where}`, [
      JSON.stringify(next),
      ...key.map((k) => row[k]),
    ]);
    changed += 1;
  }
  return changed;
}

/** Titles stand in columns of their own beside their documents. */
async function takenOutOfTitles(tx: Queryable, name: string): Promise<void> {
  for (const table of ['plan', 'run', 'series'])
    await tx.query(`UPDATE ${table} SET title = document->>'title' WHERE lower(title) LIKE $1`, [
      anywhere(name.toLowerCase()),
    ]);
}
