import { chmodSync, existsSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { type AddressInfo, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openEmbedded } from '../../server/db/embedded.ts';
import { migrate } from '../../server/db/migrate.ts';
import { freshDataDir } from '../../server/test/fresh-database.ts';
import { FULL, rounds } from '../support/attack.ts';
import { failingStart, OwnServer } from '../support/server.ts';
import { smallDisk } from '../support/small-disk.ts';

const empty = () => mkdtempSync(path.join(tmpdir(), 'odd-round-start-'));
const start = (dataDir: string, env: Record<string, string> = {}) => failingStart({ DATA_DIR: dataDir, ...env });

/** What a start says at last that cannot be: one line, and no stack. */
async function refusal(dataDir: string, env: Record<string, string> = {}): Promise<string> {
  const { code, said } = await start(dataDir, env);
  const last = said.trim().split('\n').at(-1) ?? '';
  expect([code, last.startsWith('Odd Round cannot start.')]).toEqual([1, true]);
  return last;
}

describe('a start that cannot be', () => {
  let taken: Server;
  beforeAll(
    () =>
      new Promise<void>((done) => {
        taken = createServer().listen(0, '127.0.0.1', () => done());
      }),
  );
  afterAll(() => void taken.close());

  it.runIf(FULL)('port taken, passphrase too short, settings that are none', async () => {
    const dir = await freshDataDir('start');
    const { port } = taken.address() as AddressInfo;
    expect(await refusal(dir, { PORT: String(port) })).toMatch(`Port ${port} is taken by another program`);
    expect(await refusal(dir, { PASSPHRASE: 'ebb' })).toMatch('PASSPHRASE has 3 characters');
    expect(await refusal(dir, { HOST: '203.0.113.7', PASSPHRASE: 'spring tide' })).toMatch(
      'no address of this machine',
    );
    expect(await refusal(dir, { DATABASE_URL: 'postgres://nobody@127.0.0.1:1/none' })).toMatch(
      'The PostgreSQL server of DATABASE_URL cannot be used',
    );
  });

  it('an empty database folder, or one that is gone, is never filled with demo data', async () => {
    const dir = empty();
    mkdirSync(path.join(dir, 'db'));
    expect(await refusal(dir)).toMatch(/is empty: if classes were kept there.*bin\/odd-round restore/);
    writeFileSync(path.join(dir, 'db', 'postmaster.opts'), '');
    expect(await refusal(dir)).toMatch('no whole database');
    rmSync(path.join(dir, 'db'), { recursive: true });
    writeFileSync(path.join(dir, 'database.made'), 'then');
    expect(await refusal(dir)).toMatch(/The database of .* is gone/);
    expect(existsSync(path.join(dir, 'db'))).toBe(false);
  });

  it.runIf(FULL)('files that are missing or damaged, another PostgreSQL, a newer Odd Round', async () => {
    const dir = await freshDataDir('start');
    const db = path.join(dir, 'db');
    writeFileSync(path.join(db, 'PG_VERSION'), '16\n');
    expect(await refusal(dir)).toMatch(/is of PostgreSQL 16, this Odd Round brings \d+/);
    writeFileSync(path.join(db, 'PG_VERSION'), '18\n');
    renameSync(path.join(db, 'global/pg_control'), path.join(db, 'pg_control'));
    expect(await refusal(dir)).toMatch(/does not open .*keep a copy of the folder/);
    renameSync(path.join(db, 'pg_control'), path.join(db, 'global/pg_control'));

    const newer = await openEmbedded(db);
    await migrate(newer);
    await newer.query("INSERT INTO migration (name) VALUES ('9999_tomorrow.sql')");
    await newer.close();
    expect(await refusal(dir)).toMatch(/newer Odd Round \(it has 9999_tomorrow\.sql\).*Nothing was changed/);
  });

  it.runIf(FULL)('a folder that is a file, and one that may not be written to', async () => {
    const dir = empty();
    const file = path.join(dir, 'file');
    writeFileSync(file, '');
    expect(await refusal(file)).toMatch('is not a folder');
    const disk = smallDisk(16);
    if (disk) {
      // Root may write anywhere but to a disk without room.
      writeFileSync(path.join(disk.dir, 'filler'), Buffer.alloc(9 * 1_048_576));
      expect(await refusal(path.join(disk.dir, 'data'))).toMatch(/The disk that holds .* is full; make room/);
      disk.remove();
    }
    if (process.getuid?.() !== 0) {
      chmodSync(dir, 0o500);
      expect(await refusal(path.join(dir, 'data'))).toMatch('cannot be written to by this user');
    }
  });

  it.runIf(FULL)('a restore cut off between its two renames: the database that was there is back', async () => {
    const dir = await freshDataDir('start');
    const server = new OwnServer();
    server.dataDir = dir;
    renameSync(path.join(dir, 'db'), path.join(dir, 'db-before-restore-2026-11-25T10-00-00-000Z'));
    await server.start();
    expect(await server.stop()).toBe(0);
    expect(readdirSync(dir).filter((f) => f.startsWith('db'))).toEqual(['db']);
  });

  it('two servers over one folder: of several started together one runs, the others say so; it ends when told', async () => {
    const dir = await freshDataDir('start');
    const first = new OwnServer();
    first.dataDir = dir;
    await first.start();
    const others = await Promise.all(Array.from({ length: rounds(3, 1) }, () => refusal(dir)));
    for (const said of others) expect(said).toMatch(/running already on .* \(process \d+, since/);
    expect(await first.stop()).toBe(0);
  });
});
