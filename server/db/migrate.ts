import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { ROOT } from '../shared/root.ts';
import type { Database, Queryable } from './database.ts';

const FOLDER = path.join(ROOT, 'server/db/migrations');
/** Of all servers on one database only one brings it up to date at a time: PostgreSQL's advisory lock of this number. */
const LOCK = 431_000_431;

/** The database has been brought up to date by a newer program: this one would damage it. */
export class NewerDatabase extends Error {
  constructor(readonly unknown: readonly string[]) {
    super(`The database is of a newer Odd Round (it has ${unknown.join(', ')})`);
  }
}

export interface MigrateOptions {
  folder?: string;
  /** The last file to apply, as for the data of an older backup; all where it is not given. */
  upTo?: string;
}

/** The migrations that `migrate` would apply, in order; throws `NewerDatabase`. */
export async function pendingMigrations(
  db: Queryable,
  { folder = FOLDER, upTo }: MigrateOptions = {},
): Promise<string[]> {
  await db.script(
    'CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, applied_at timestamptz NOT NULL DEFAULT now())',
  );
  const files = (await readdir(folder)).filter((f) => /^\d{4}_.+\.sql$/.test(f)).sort();
  const rows = await db.query<{ name: string }>('SELECT name FROM migration');
  const applied = new Set(rows.map((r) => r.name));
  const unknown = [...applied].filter((name) => !files.includes(name));
  if (unknown.length > 0) throw new NewerDatabase(unknown);
  return files.filter((f) => !applied.has(f) && (upTo === undefined || f <= upTo));
}

/**
 * Brings the schema up to date: each numbered SQL file once, in order, each in a transaction. Gives the names applied; throws
 * `NewerDatabase` before anything is changed.
 */
export async function migrate(db: Database, options: MigrateOptions = {}): Promise<string[]> {
  const done: string[] = [];
  for (;;) {
    const [next] = await db.transaction(async (tx) => {
      await takeTurn(tx, LOCK);
      const [file] = await pendingMigrations(tx, options);
      if (file) await apply(tx, file, options.folder);
      return [file];
    });
    if (!next) return done;
    done.push(next);
  }
}

/** The same within a transaction: all or none of them. */
export async function migrateIn(tx: Queryable, options: MigrateOptions = {}): Promise<void> {
  for (const file of await pendingMigrations(tx, options)) await apply(tx, file, options.folder);
}

/** Waits until no other server holds a lock, however long that takes; held until the transaction ends. */
export const takeTurn = (tx: Queryable, lock: number) =>
  tx.script(`SET LOCAL statement_timeout = 0; SELECT pg_advisory_xact_lock(${lock})`);

async function apply(tx: Queryable, file: string, folder: string = FOLDER): Promise<void> {
  // Tables are made in the time it takes.
  await tx.script(`SET LOCAL statement_timeout = 0; ${await readFile(path.join(folder, file), 'utf8')}`);
  await tx.query('INSERT INTO migration (name) VALUES ($1)', [file]);
}
