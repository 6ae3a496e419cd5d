import { existsSync } from 'node:fs';
import { mkdir, rename, rm, rmdir } from 'node:fs/promises';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { PGlite, type Transaction } from '@electric-sql/pglite';
import { ROOT } from '../root.ts';
import type { Database, Queryable, Row } from './database.ts';

/** The usual 128 MB of page cache are for bigger data than a club's classes; with 16 a server takes half the memory. */
const START_PARAMS = [...PGlite.defaultStartParams, '-c', 'shared_buffers=16MB'];

/** Opens the embedded PostgreSQL in a folder; makes it where there is none. */
export async function openEmbedded(dir: string): Promise<Database> {
  if (!existsSync(path.join(dir, 'PG_VERSION'))) await makeDatabase(dir);
  const pg = await PGlite.create(dir, { startParams: START_PARAMS });
  const on = (target: PGlite | Transaction): Queryable => ({
    async query<R extends Row>(sql: string, params: readonly unknown[] = []) {
      return (await target.query<R>(sql, [...params])).rows;
    },
  });
  return {
    ...on(pg),
    transaction: (work) => pg.transaction((tx) => work(on(tx))),
    script: async (sql) => {
      await pg.exec(sql);
    },
    close: () => pg.close(),
  };
}

/** Makes a new database beside its place and moves it there whole: one cut short is made anew the next time. */
async function makeDatabase(dir: string): Promise<void> {
  const unfinished = `${dir}.unfinished`;
  await rm(unfinished, { recursive: true, force: true });
  await mkdir(path.dirname(dir), { recursive: true });
  await new Promise<void>((done, fail) => {
    const worker = new Worker(path.join(ROOT, 'dist/server/db/new-database.js'), { workerData: unfinished });
    worker.once('error', fail);
    worker.once('exit', (code) => (code === 0 ? done() : fail(new Error('The database could not be made'))));
  });
  // An empty folder may stand there already.
  await rmdir(dir).catch(() => {});
  await rename(unfinished, dir);
}
