import * as v from 'valibot';
import type { Queryable } from './database.ts';

/** A stored setting as its schema has it; one that is missing or no longer fits gives what the schema makes of {}. */
export async function readSetting<S extends v.GenericSchema>(
  db: Queryable,
  name: string,
  schema: S,
): Promise<v.InferOutput<S>> {
  const [row] = await db.query<{ value: unknown }>('SELECT value FROM setting WHERE name = $1', [name]);
  const stored = v.safeParse(schema, row?.value ?? {});
  return stored.success ? stored.output : v.parse(schema, {});
}

export async function writeSetting(db: Queryable, name: string, value: unknown): Promise<void> {
  await db.query(
    'INSERT INTO setting (name, value) VALUES ($1, $2) ON CONFLICT (name) DO UPDATE SET value = excluded.value',
    [name, JSON.stringify(value)],
  );
}

/** Stores a setting where there is none of that name. */
export async function addSetting(db: Queryable, name: string, value: unknown): Promise<void> {
  await db.query('INSERT INTO setting (name, value) VALUES ($1, $2) ON CONFLICT (name) DO NOTHING', [
    name,
    JSON.stringify(value),
  ]);
}
