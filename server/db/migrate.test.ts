import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { freshDatabase } from '../test/fresh-database.ts';
import type { Database } from './database.ts';
import { migrate } from './migrate.ts';

let db: Database;
let folder: string;
beforeAll(async () => {
  db = await freshDatabase();
  folder = await mkdtemp(path.join(tmpdir(), 'odd-round-migrations-'));
});
afterAll(() => db.close());
const write = (name: string, sql: string) => writeFile(path.join(folder, name), sql);

it('runs numbered files in order, each once, and those alone', async () => {
  await write('0002_second.sql', "INSERT INTO tide VALUES ('flood');");
  await write('0001_first.sql', 'CREATE TABLE tide (name text);');
  await write('notes.txt', 'not a migration');
  expect(await migrate(db, { folder })).toEqual(['0001_first.sql', '0002_second.sql']);
  expect(await migrate(db, { folder })).toEqual([]);
  expect(await db.query('SELECT name FROM tide')).toEqual([{ name: 'flood' }]);
});

it('keeps nothing of one that fails, and tries it again', async () => {
  await write('0003_broken.sql', "INSERT INTO tide VALUES ('half'); SELECT nonsense;");
  await expect(migrate(db, { folder })).rejects.toThrow();
  expect(await db.query('SELECT name FROM tide')).toEqual([{ name: 'flood' }]);
  await write('0003_broken.sql', "INSERT INTO tide VALUES ('ebb');");
  expect(await migrate(db, { folder })).toEqual(['0003_broken.sql']);
});

it('rolls a transaction back as a whole', async () => {
  const work = db.transaction(async (tx) => {
    await tx.query("INSERT INTO tide VALUES ('lost')");
    throw new Error('on purpose');
  });
  await expect(work).rejects.toThrow('on purpose');
  expect(await db.query("SELECT 1 FROM tide WHERE name = 'lost'")).toEqual([]);
});
