import { existsSync, mkdirSync, readdirSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { asidePrefix } from '../backup/index.ts';
import type { Database } from '../db/database.ts';
import { DiskSpace } from '../db/disk.ts';
import { openEmbedded } from '../db/embedded.ts';
import { syncOne } from '../db/embedded-files.ts';
import { CannotLock, type DataLock, takeLock } from '../db/lock.ts';
import { openPostgres } from '../db/postgres.ts';
import { CannotStart, type Settings } from './settings.ts';

/** The database of a data folder or a server, and what holds it for this process. */
export interface OpenedDatabase {
  db: Database;
  /** Whether saves were seen to reach the disk; a PostgreSQL server answers for itself. */
  durable: boolean;
  /** There was none before. */
  isNew: boolean;
  drop(): void;
}

const RESTORE = 'bring a backup back with "bin/odd-round restore FILE"';
/** Says that the folder has had a database: one that is missing then is lost, not new. */
const MADE = 'database.made';

export const databaseDir = (dataDir: string) => path.join(dataDir, 'db');

export interface WhichDatabase extends Pick<Settings, 'dataDir' | 'databaseUrl'> {
  /** Whether one is made where there is none; usual. */
  mayMake?: boolean;
}

/** Opens the database that the settings name; throws `CannotStart` with what stands in the way. */
export async function openDatabase(
  { dataDir, databaseUrl, mayMake = true }: WhichDatabase,
  onTrouble: (what: string) => void = () => {},
): Promise<OpenedDatabase> {
  if (databaseUrl !== null) return openServer(databaseUrl, onTrouble);
  const lock = lockFolder(dataDir);
  try {
    const dir = databaseDir(dataDir);
    bringBack(dir);
    const isNew = isFirstStart(dataDir, dir);
    if (isNew && !mayMake) throw new CannotStart(`There is no database in ${dataDir}.`);
    const db = await openEmbedded(dir, { onTrouble }).catch(async (error) => {
      throw new CannotStart(whyNot(error, dir, await new DiskSpace(dataDir).isFull()));
    });
    if (!existsSync(path.join(dataDir, MADE))) markMade(dataDir);
    return { db, durable: db.durable, isNew, drop: lock.drop };
  } catch (error) {
    lock.drop();
    throw error;
  }
}

/** Notes on the disk that a data folder has a database from now on. */
export function markMade(dataDir: string): void {
  writeFileSync(path.join(dataDir, MADE), `${new Date().toISOString()}\n`);
  syncOne(path.join(dataDir, MADE));
  syncOne(dataDir);
}

async function openServer(url: string, onTrouble: (what: string) => void): Promise<OpenedDatabase> {
  try {
    const db = await openPostgres(url, onTrouble);
    const [row] = await db.query<{ known: boolean }>("SELECT to_regclass('migration') IS NOT NULL AS known");
    return { db, durable: true, isNew: !row?.known, drop: () => {} };
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    throw new CannotStart(`The PostgreSQL server of DATABASE_URL cannot be used: ${why}.`);
  }
}

function lockFolder(dataDir: string): DataLock {
  try {
    mkdirSync(dataDir, { recursive: true });
    const taken = takeLock(dataDir);
    if ('lock' in taken) return taken.lock;
    throw new CannotStart(
      `Odd Round is running already on ${dataDir} (${taken.heldBy}); stop that one first, or set DATA_DIR to another folder.`,
    );
  } catch (error) {
    if (error instanceof CannotStart) throw error;
    if (error instanceof CannotLock)
      throw new CannotStart(`${error.message}, so the embedded database is not safe here; set DATABASE_URL instead.`);
    throw new CannotStart(whyNot(error, dataDir));
  }
}

/** A restore that was cut off between putting the old database aside and the new one in its place: the old one goes back. */
function bringBack(dir: string): void {
  if (existsSync(dir) || !existsSync(path.dirname(dir))) return;
  const prefix = asidePrefix(path.basename(dir));
  const [last] = readdirSync(path.dirname(dir))
    .filter((name) => name.startsWith(prefix))
    .sort()
    .reverse();
  if (last === undefined) return;
  renameSync(path.join(path.dirname(dir), last), dir);
  syncOne(path.dirname(dir));
}

/** Whether a database is to be made; a folder that has lost its own is told instead of being filled with demo data. */
function isFirstStart(dataDir: string, dir: string): boolean {
  if (existsSync(path.join(dir, 'PG_VERSION'))) return false;
  if (existsSync(dir))
    throw new CannotStart(
      readdirSync(dir).length === 0
        ? `${dir} is empty: if classes were kept there they are not there now; ${RESTORE}, or remove the empty folder to begin anew.`
        : `${dir} holds files but no whole database (PG_VERSION is missing); ${RESTORE}, or move the folder away to begin anew.`,
    );
  if (existsSync(path.join(dataDir, MADE)))
    throw new CannotStart(
      `The database of ${dataDir} is gone; ${RESTORE}, or remove ${path.join(dataDir, MADE)} to begin anew.`,
    );
  return true;
}

const FULL = (dir: string) => `The disk that holds ${dir} is full; make room and start again: nothing was changed.`;

/** A start that failed, in a plain sentence. */
function whyNot(error: unknown, dir: string, isFull = false): string {
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  const message = error instanceof Error ? error.message : String(error);
  if (code === 'ENOSPC' || /No space left/.test(message)) return FULL(dir);
  if (['EACCES', 'EPERM', 'EROFS'].includes(code) || /Permission denied|Read-only file system/.test(message))
    return `${dir} cannot be written to by this user; make it writable, or set DATA_DIR to a folder that is.`;
  if (code === 'ENOTDIR' || code === 'EEXIST')
    return `${dir} is not a folder; move the file away, or set DATA_DIR to another place.`;
  const other = /by PostgreSQL version ([\d.]*\d)\D+not compatible with this version ([\d.]*\d)/.exec(message);
  if (other)
    return `${dir} is of PostgreSQL ${other[1]}, this Odd Round brings ${other[2]}: start the Odd Round that made it, take a backup there, and ${RESTORE}.`;
  if (isFull) return FULL(dir);
  return `The database in ${dir} does not open (${message}). It may be damaged: keep a copy of the folder, and ${RESTORE}.`;
}
