import { afterAll, beforeAll, expect, it } from 'vitest';
import { freshDatabase } from '../test/fresh-database.ts';
import { type Database, DatabaseAway, StatementError } from './database.ts';
import { openPostgres } from './postgres.ts';

let db: Database;
beforeAll(async () => {
  db = await freshDatabase();
});
afterAll(() => db.close());

const heardBy = async (list: string[], count: number) => {
  for (let k = 0; k < 200 && list.length < count; k++) await new Promise((done) => setTimeout(done, 25));
  return list;
};

it('gives the same values as the embedded database: large counts are numbers, times are dates', async () => {
  const [row] = await db.query(
    `SELECT 5000000000::int8 AS big, now() AS at, '{"a": [1]}'::jsonb AS j, $1::text[] AS t, $2::bytea AS b`,
    [['ebb', 'flood'], Buffer.from([0, 255])],
  );
  expect(row).toMatchObject({ big: 5_000_000_000, at: expect.any(Date), j: { a: [1] }, t: ['ebb', 'flood'] });
  expect([...(row as { b: Uint8Array }).b]).toEqual([0, 255]);
  const [zone] = await db.query<{ tz: string }>("SELECT current_setting('TimeZone') AS tz");
  expect(zone?.tz).toBe('UTC');
});

it('does all of a transaction or nothing, and says what a statement did wrong', async () => {
  await db.script('CREATE TABLE tide (n int PRIMARY KEY)');
  const half = db.transaction(async (tx) => {
    await tx.query('INSERT INTO tide VALUES (1)');
    await tx.query('SELECT nonsense');
  });
  const wrong = await half.catch((e: unknown) => e);
  expect(wrong).toBeInstanceOf(StatementError);
  expect(await db.query('SELECT n FROM tide')).toEqual([]);
});

it('hears what others tell, also after its connection was cut', async () => {
  const heard: string[] = [];
  const stop = await db.listen('tide', (word) => heard.push(word));
  await db.notify('tide', 'high');
  expect(await heardBy(heard, 1)).toEqual(['high']);
  await db.query(
    "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'odd-round-ear' AND datname = current_database()",
  );
  for (let k = 0; k < 100 && heard.length < 2; k++) {
    await new Promise((done) => setTimeout(done, 100));
    await db.notify('tide', 'low');
  }
  expect(heard[1]).toBe('low');
  stop();
});

it('says that it is away when it cannot be reached, and goes on when its connections were cut', async () => {
  await expect(openPostgres('postgres://nobody@127.0.0.1:1/none')).rejects.toBeInstanceOf(DatabaseAway);
  await db.query(
    'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE pid <> pg_backend_pid() AND datname = current_database()',
  );
  const [row] = await db.query('SELECT 1 AS n').catch(() => db.query('SELECT 1 AS n'));
  expect(row).toEqual({ n: 1 });
});
