import type { Database } from './database.ts';

/** PostgreSQL's advisory lock of this number is held by whoever makes or restores a backup. */
const BACKUP_LOCK = 431_000_433;

/** Does something that only one server may do at a time; null where another does it. The embedded database has one server. */
export async function aloneOnDatabase<T>(db: Database, work: () => Promise<T>): Promise<{ value: T } | null> {
  if (db.kind === 'embedded') return { value: await work() };
  return db.transaction(async (tx) => {
    const [lock] = await tx.query<{ mine: boolean }>('SELECT pg_try_advisory_xact_lock($1) AS mine', [BACKUP_LOCK]);
    return lock?.mine ? { value: await work() } : null;
  });
}
