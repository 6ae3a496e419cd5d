import { existsSync, readFileSync } from 'node:fs';
import { cp, mkdir, mkdtemp, rename, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Database } from '../db/database.ts';
import { openEmbedded } from '../db/embedded.ts';
import { migrate } from '../db/migrate.ts';
import { openPostgres } from '../db/postgres.ts';
import { ROOT } from '../shared/root.ts';
import { once } from './postgres-server.ts';

const INSTALLED = path.join(ROOT, 'node_modules/@electric-sql/pglite/package.json');
const { version } = JSON.parse(readFileSync(INSTALLED, 'utf8')) as { version: string };
/** A database as PostgreSQL sets it up, nothing in it: making one takes seconds, copying it none. */
const TEMPLATE = path.join(ROOT, `node_modules/.odd-round/database-${version}`);

/** A folder for the server's data with an empty database in it, made once for the installed version and copied. */
export async function freshDataDir(name: string): Promise<string> {
  if (!existsSync(TEMPLATE)) await makeTemplate();
  const dir = await mkdtemp(path.join(tmpdir(), `odd-round-${name}-`));
  await cp(TEMPLATE, path.join(dir, 'db'), { recursive: true });
  return dir;
}

let made = 0;

/** An empty database on the PostgreSQL server of the tests; `close` takes it away. */
async function freshOnServer(server: string): Promise<Database> {
  const name = `test_${process.pid}_${++made}`;
  await once(server, `CREATE DATABASE ${name}`);
  const url = new URL(server);
  url.pathname = name;
  const db = await openPostgres(url.href);
  return {
    ...db,
    close: async () => {
      await db.close();
      await once(server, `DROP DATABASE ${name} WITH (FORCE)`);
    },
  };
}

/** An empty database of a test's own; `close` takes it away. In the project on PostgreSQL it is one on that server. */
export async function freshDatabase(): Promise<Database> {
  const server = process.env.TEST_DATABASE === 'postgres' ? process.env.TEST_POSTGRES_URL : undefined;
  if (server !== undefined) return freshOnServer(server);
  const dir = await freshDataDir('test');
  const db = await openEmbedded(path.join(dir, 'db'));
  return {
    ...db,
    close: async () => {
      await db.close();
      await rm(dir, { recursive: true, force: true });
    },
  };
}

const held = globalThis as { emptyDatabase?: Promise<Database> };

/**
 * The database of this worker, up to date and with nothing in it: one for all files of tests, emptied for each. `close` leaves it
 * open for the next.
 */
export async function emptyDatabase(): Promise<Database> {
  held.emptyDatabase ??= freshDatabase().then(async (db) => {
    await migrate(db);
    return db;
  });
  const db = await held.emptyDatabase;
  const tables = await db.query<{ name: string }>(
    "SELECT quote_ident(tablename) AS name FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'migration'",
  );
  await db.script(`TRUNCATE ${tables.map((t) => t.name).join(', ')} RESTART IDENTITY CASCADE`);
  return { ...db, close: async () => {} };
}

/** Made aside and moved there whole; when another worker was faster, its template serves. */
async function makeTemplate(): Promise<void> {
  await mkdir(path.dirname(TEMPLATE), { recursive: true });
  const aside = await mkdtemp(`${TEMPLATE}-`);
  await (await openEmbedded(path.join(aside, 'db'))).close();
  await rename(path.join(aside, 'db'), TEMPLATE).catch(() => {});
  await rm(aside, { recursive: true, force: true });
}
