import { mkdir } from 'node:fs/promises';
import { PGlite, type Transaction } from '@electric-sql/pglite';
import type { Database, Queryable, Row } from './database.ts';

/** Opens the embedded PostgreSQL in a folder, or in memory when `dir` is null. */
export async function openEmbedded(dir: string | null): Promise<Database> {
  if (dir !== null) await mkdir(dir, { recursive: true });
  const pg = await PGlite.create(dir === null ? 'memory://' : dir);
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
