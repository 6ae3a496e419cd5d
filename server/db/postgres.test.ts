import { afterAll, beforeAll, expect, it } from 'vitest';
import { CutWay } from '../test/cut-way.ts';
import { freshDatabase } from '../test/fresh-database.ts';
import { aloneOnDatabase } from './alone.ts';
import { type Database, DatabaseAway, StatementError } from './database.ts';
import { takeTurn } from './migrate.ts';
import { openPostgres } from './postgres.ts';
import { sharedGuesses } from './wrong-guesses.ts';

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
    "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'odd-round-listener' AND datname = current_database()",
  );
  for (let k = 0; k < 100 && heard.length < 2; k++) {
    await new Promise((done) => setTimeout(done, 100));
    await db.notify('tide', 'low');
  }
  expect(heard[1]).toBe('low');
  stop();
});

/** The address of the database under test. */
async function ownUrl(): Promise<string> {
  const [own] = await db.query<{ name: string }>('SELECT current_database() AS name');
  const url = new URL(process.env.TEST_POSTGRES_URL ?? '');
  url.pathname = own?.name ?? '';
  return url.href;
}

it('finds out that nothing comes any more from a server that is gone without a word, and hears it anew', async () => {
  const way = new CutWay(await ownUrl());
  await way.mend();
  const told: string[] = [];
  const far = await openPostgres(way.url, (what) => told.push(what), {
    patienceMs: 1000,
    pingEveryMs: 200,
    pingPatienceMs: 500,
  });
  const heard: string[] = [];
  let again = 0;
  await far.listen(
    'tide',
    (word) => heard.push(word),
    () => again++,
  );
  await far.notify('tide', 'high');
  await expect.poll(() => heard).toEqual(['high']);
  expect(far.deafSinceMs).toBeNull();

  way.still();
  // A question ends with a sentence, in the time that was set, and not with the system’s patience of many minutes.
  await expect(far.query('SELECT 1 AS n')).rejects.toThrow('The database is there and does not answer');
  await expect.poll(() => again).toBe(1);
  expect(told.join()).toContain('no sign of life');
  expect(far.deafSinceMs).toBeNull();
  await far.notify('tide', 'low').catch(() => far.notify('tide', 'low'));
  await expect.poll(() => heard).toEqual(['high', 'low']);
  expect(await far.query('SELECT 1 AS n')).toEqual([{ n: 1 }]);
  await far.close();
  way.cut();
});

it('lives on when a connection breaks in the middle of a transaction, between two statements', async () => {
  const own = await openPostgres(await ownUrl());
  const half = own.transaction(async (tx) => {
    const [me] = await tx.query<{ pid: number }>('SELECT pg_backend_pid() AS pid');
    await db.query('SELECT pg_terminate_backend($1)', [me?.pid]);
    // What is said of it comes now, and nobody asks.
    await expect
      .poll(async () => (await db.query('SELECT 1 FROM pg_stat_activity WHERE pid = $1', [me?.pid])).length)
      .toBe(0);
    await new Promise((done) => setTimeout(done, 50));
    await tx.query('SELECT 1');
  });
  await expect(half).rejects.toBeInstanceOf(DatabaseAway);
  expect(await own.query('SELECT 1 AS n')).toEqual([{ n: 1 }]);
  await own.close();
});

it('one server makes a backup at a time, and servers count wrong guesses together', async () => {
  const other = await openPostgres(await ownUrl());
  const first = await aloneOnDatabase(db, async () => {
    expect(await aloneOnDatabase(other, async () => 'too')).toBeNull();
    return 'made';
  });
  expect(first).toEqual({ value: 'made' });
  expect(await aloneOnDatabase(other, async () => 'then')).toEqual({ value: 'then' });

  await db.script('CREATE TABLE wrong_guess (key text, at timestamptz DEFAULT now())');
  const [here, there] = [sharedGuesses(db, 60_000), sharedGuesses(other, 60_000)];
  for (let k = 0; k < 3; k++) await here?.add('live 10.0.0.1');
  await there?.add('live 10.0.0.2');
  expect([await there?.count('live 10.0.0.1'), await here?.count('live 10.0.0.2')]).toEqual([3, 1]);
  expect(await sharedGuesses(other, -1)?.count('live 10.0.0.1')).toBe(0);
  await other.close();
});

it('gives a statement that never ends up with a sentence; a script has its time', async () => {
  const quick = await openPostgres(await ownUrl(), () => {}, { patienceMs: 300 });
  await expect(quick.query('SELECT pg_sleep(60)')).rejects.toThrow('The database is there and does not answer');
  const hung = quick.transaction(async (tx) => tx.query('SELECT pg_sleep(60)'));
  await expect(hung).rejects.toBeInstanceOf(DatabaseAway);
  await quick.script('SELECT pg_sleep(0.6)');
  await quick.transaction(async (tx) => {
    await takeTurn(tx, 7);
    await tx.script('SELECT pg_sleep(0.6)');
  });
  expect(await quick.query('SELECT 1 AS n')).toEqual([{ n: 1 }]);
  await quick.close();
});

it('says that it is away when it cannot be reached, and goes on when its connections were cut', async () => {
  await expect(openPostgres('postgres://nobody@127.0.0.1:1/none')).rejects.toBeInstanceOf(DatabaseAway);
  await db.query(
    'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE pid <> pg_backend_pid() AND datname = current_database()',
  );
  const [row] = await db.query('SELECT 1 AS n').catch(() => db.query('SELECT 1 AS n'));
  expect(row).toEqual({ n: 1 });
});
