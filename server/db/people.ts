import type { Person } from '../../core/wire/index.ts';
import type { Queryable } from './database.ts';

/** The people of the club, by name; numbers by their value. */
export async function listPeople(db: Queryable): Promise<Person[]> {
  const rows = await db.query<Person>('SELECT id, name, squad FROM person');
  const order = new Intl.Collator('en', { numeric: true });
  return rows.sort((a, b) => order.compare(a.name, b.name));
}

export async function findPerson(db: Queryable, id: string): Promise<Person | null> {
  const [row] = await db.query<Person>('SELECT id, name, squad FROM person WHERE id = $1', [id]);
  return row ?? null;
}

/** The person of a name, however its letters are written; null where there is none. */
export async function personNamed(db: Queryable, name: string): Promise<Person | null> {
  const [row] = await db.query<Person>('SELECT id, name, squad FROM person WHERE lower(name) = lower($1)', [
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
