import { existsSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import path from 'node:path';
import type { Database } from '../db/database.ts';
import { type EmbeddedDatabase, isEmbedded, openEmbedded } from '../db/embedded.ts';
import { syncOne } from '../db/embedded-files.ts';
import { type Restored, restoreInto } from './restore.ts';

/** The prefix of what a restore puts aside; a timestamp follows, so that names sort by time. */
export const asidePrefix = (dir: string) => `${dir}-before-restore-`;

const asideName = (dir: string, now: Date) => asidePrefix(dir) + now.toISOString().replace(/[:.]/g, '-');

/** Makes a new embedded database from a backup in a folder; one that was begun there before and broken off goes. */
export async function makeFrom(file: string, dir: string, more?: (db: Database) => Promise<void>): Promise<Restored> {
  await rm(dir, { recursive: true, force: true });
  const fresh = await openEmbedded(dir);
  try {
    const restored = await fresh.transaction((tx) => restoreInto(tx, file));
    await more?.(fresh);
    return restored;
  } finally {
    await fresh.close();
  }
}

/** Puts a database that was made aside in the place of one that is closed; that one is kept under another name. */
export async function putInPlace(made: string, dir: string, now: Date): Promise<void> {
  if (existsSync(dir)) await rename(dir, asideName(dir, now));
  await rename(made, dir);
  syncOne(path.dirname(dir));
}

/**
 * Restores a backup into the database that this server has open. The embedded one is made anew beside the old, which is kept,
 * and takes its place only when all is there; on a PostgreSQL server it is one transaction. Whoever is signed in stays so.
 */
export async function restoreRunning(db: Database, file: string, now: Date): Promise<Restored> {
  const stay = await signedIn(db);
  if (!isEmbedded(db))
    return db.transaction(async (tx) => {
      const restored = await restoreInto(tx, file);
      await putBack(tx, stay);
      return restored;
    });
  return restoreEmbedded(db, file, now, stay);
}

async function restoreEmbedded(db: EmbeddedDatabase, file: string, now: Date, stay: SignedIn): Promise<Restored> {
  const aside = `${db.dir}-restoring`;
  const restored = await makeFrom(file, aside, (fresh) => putBack(fresh, stay));
  await db.replaceBy(() => putInPlace(aside, db.dir, now));
  return restored;
}

interface SignedIn {
  gate: unknown;
  sessions: string;
}

async function signedIn(db: Pick<Database, 'query'>): Promise<SignedIn> {
  const [gate] = await db.query<{ value: unknown }>("SELECT value FROM setting WHERE name = 'gate'");
  const [sessions] = await db.query<{ all: string | null }>('SELECT json_agg(s)::text AS all FROM session s');
  return { gate: gate?.value ?? null, sessions: sessions?.all ?? '[]' };
}

async function putBack(db: Pick<Database, 'query'>, { gate, sessions }: SignedIn): Promise<void> {
  if (gate !== null)
    await db.query("INSERT INTO setting (name, value) VALUES ('gate', $1) ON CONFLICT DO NOTHING", [
      JSON.stringify(gate),
    ]);
  await db.query('INSERT INTO session SELECT * FROM jsonb_populate_recordset(NULL::session, $1::jsonb)', [sessions]);
}
