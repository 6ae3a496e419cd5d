import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { ATTACK } from '../../core/test/runs.ts';
import { freshDataDir } from '../test/fresh-database.ts';
import { DatabaseAway, StatementError } from './database.ts';
import { type EmbeddedDatabase, openEmbedded } from './embedded.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-db-'));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

it.runIf(ATTACK)(
  'makes a database where there is none, also after a first start that was cut short, and keeps what is in it',
  async () => {
    const dir = path.join(folder, 'db');
    mkdirSync(`${dir}.unfinished`, { recursive: true });
    writeFileSync(path.join(`${dir}.unfinished`, 'PG_VERSION'), 'half');
    const first = await openEmbedded(dir);
    expect(first.durable).toBe(true);
    await first.script("create table kept (word text); insert into kept values ('tide')");
    await first.close();
    const again = await openEmbedded(dir);
    expect(await again.query('select word from kept')).toEqual([{ word: 'tide' }]);
    await again.close();
    expect(existsSync(`${dir}.unfinished`)).toBe(false);
  },
);

describe('an open database', () => {
  let db: EmbeddedDatabase;
  const troubles: string[] = [];
  beforeAll(async () => {
    const dir = await freshDataDir('embedded');
    db = await openEmbedded(path.join(dir, 'db'), {
      patienceMs: 1500,
      lookEveryMs: 5,
      onTrouble: (what) => troubles.push(what),
    });
    await db.script('create table tide (n int primary key, word text)');
  });
  afterAll(() => db.close());

  it('gives values as they are stored', async () => {
    const [row] = await db.query<{ b: Uint8Array }>(
      'select 1 as n, now() as at, $1::bytea as b, $2::text[] as t, $3::jsonb as j',
      [new Uint8Array([0, 255]), ['ebb', 'flood'], '{"a": [1]}'],
    );
    expect(row).toMatchObject({ n: 1, at: expect.any(Date), t: ['ebb', 'flood'], j: { a: [1] } });
    expect([...row!.b]).toEqual([0, 255]);
  });

  it('says what a statement did wrong, and goes on', async () => {
    const wrong = await db.query('select nonsense').catch((e: unknown) => e);
    expect(wrong).toBeInstanceOf(StatementError);
    expect(wrong).toMatchObject({ code: '42703' });
    const nul = await db.query('select $1::text', ['a\0b']).catch((e: unknown) => e);
    expect(nul).toBeInstanceOf(StatementError);
    const odd = await db.query('select $1::boolean', ['perhaps']).catch((e: unknown) => e);
    expect(odd).toBeInstanceOf(StatementError);
    expect(troubles).toEqual([]);
    expect(await db.query('select 1 as n')).toEqual([{ n: 1 }]);
  });

  it('is not taken down by its own look at the log in a transaction that has failed', async () => {
    const failed = db.transaction(async (tx) => {
      await tx.query("insert into tide values (9, 'neap')");
      await tx.query('select nonsense').catch(() => {});
      await new Promise((done) => setTimeout(done, 60));
      await tx.query('select 1');
    });
    await expect(failed).rejects.toMatchObject({ code: '25P02' });
    expect(troubles).toEqual([]);
    expect(await db.query('select n from tide')).toEqual([]);
  });

  it('keeps a transaction to itself: nobody else asks in between', async () => {
    const seen: unknown[] = [];
    const whole = db.transaction(async (tx) => {
      await tx.query("insert into tide values (1, 'ebb')");
      await new Promise((done) => setTimeout(done, 30));
      await tx.query("update tide set word = 'flood' where n = 1");
    });
    const beside = db.query('select word from tide').then((rows) => seen.push(...rows));
    await Promise.all([whole, beside]);
    expect(seen).toEqual([{ word: 'flood' }]);
  });

  it('a statement that does not come back costs itself alone: the database is opened again', async () => {
    const slow = db.query('select pg_sleep(60)').catch((e: unknown) => e);
    const beside = db.query('select word from tide');
    expect(await slow).toBeInstanceOf(DatabaseAway);
    expect(await beside).toEqual([{ word: 'flood' }]);
    expect(troubles.at(-1)).toBe('The database is open again');
  });

  it('a transaction that meets its end leaves nothing', async () => {
    const half = db.transaction(async (tx) => {
      await tx.query("insert into tide values (2, 'half')");
      await tx.query('select pg_sleep(60)');
    });
    await expect(half).rejects.toBeInstanceOf(DatabaseAway);
    // It is opened anew, which on a slow machine takes longer than an answer may.
    await expect.poll(() => db.query('select n from tide').catch(() => null)).toEqual([{ n: 1 }]);
  });

  it('refuses what is too much at once instead of keeping it', async () => {
    const asked = Array.from({ length: 2500 }, () => db.query('select 1 as n'));
    const done = await Promise.allSettled(asked);
    expect(done.filter((d) => d.status === 'fulfilled')).toHaveLength(2000);
    expect(await db.query('select 1 as n')).toEqual([{ n: 1 }]);
  });

  it('passes a word on to whoever listens', async () => {
    const heard: string[] = [];
    const stop = await db.listen('tide', (word) => heard.push(word));
    await db.notify('tide', 'high');
    stop();
    await db.notify('tide', 'low');
    expect(heard).toEqual(['high']);
  });
});
