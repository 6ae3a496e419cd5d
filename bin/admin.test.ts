import { existsSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { expect, it } from 'vitest';
import { ATTACK } from '../core/test/runs.ts';
import { openEmbedded } from '../server/db/embedded.ts';
import { takeLock } from '../server/db/lock.ts';
import { migrate } from '../server/db/migrate.ts';
import { listPlans } from '../server/db/plans.ts';
import { fill } from '../server/test/filled.ts';
import { freshDataDir } from '../server/test/fresh-database.ts';
import { administer } from './admin.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-admin-'));
const file = (name: string) => path.join(folder, name);

async function run(command: Parameters<typeof administer>[0], name: string | null, dataDir: string) {
  const said = { out: '', err: '' };
  const streams = {
    stdin: Readable.from([]),
    stdout: { write: (text: string) => (said.out += text) },
    stderr: { write: (text: string) => (said.err += text) },
  };
  const code = await administer(command, name, streams, { DATA_DIR: dataDir });
  return { code, ...said };
}

async function filledDir(): Promise<string> {
  const dir = await freshDataDir('admin');
  const db = await openEmbedded(path.join(dir, 'db'));
  await migrate(db);
  await fill(db);
  await db.close();
  return dir;
}

it.runIf(ATTACK)('backs up, checks, restores elsewhere, and keeps what was there', async () => {
  const dir = await filledDir();
  const made = await run('backup', file('whole.zip'), dir);
  expect([made.code, made.out]).toEqual([0, expect.stringContaining('plan 16, plan_version 2')]);
  // A backup is never written over another.
  expect(await run('backup', file('whole.zip'), dir)).toMatchObject({
    code: 1,
    err: expect.stringContaining('is there already'),
  });
  expect(await run('check', file('whole.zip'), dir)).toMatchObject({ code: 0, out: expect.stringContaining('Whole:') });
  expect(await run('check', null, dir)).toMatchObject({
    code: 0,
    out: expect.stringContaining('Every row can be read.'),
  });

  const other = mkdtempSync(path.join(folder, 'other-'));
  expect((await run('restore', file('whole.zip'), other)).code).toBe(0);
  const again = await run('restore', file('whole.zip'), other);
  expect([again.code, again.out]).toEqual([
    0,
    expect.stringContaining('The database that was there is kept beside it.'),
  ]);
  expect(existsSync(path.join(other, 'database.made'))).toBe(true);
  const db = await openEmbedded(path.join(other, 'db'));
  expect((await listPlans(db, { limit: 50 })).items).toHaveLength(16);
  await db.close();
});

it('says in a sentence what it cannot do, and changes nothing', async () => {
  const dir = await filledDir();
  writeFileSync(file('holiday.zip'), 'no zip at all');
  const cases: [Parameters<typeof administer>[0], string | null, string][] = [
    ['restore', file('holiday.zip'), 'no backup of Odd Round'],
    ['restore', file('nowhere.zip'), 'nowhere.zip'],
    ['restore', null, 'Name the backup to restore'],
    ['check', file('holiday.zip'), 'no backup of Odd Round'],
  ];
  for (const [command, name, words] of cases)
    expect([name, await run(command, name, dir)]).toEqual([
      name,
      { code: 1, out: '', err: expect.stringContaining(words) },
    ]);
  expect(await run('check', null, mkdtempSync(path.join(folder, 'empty-')))).toMatchObject({
    code: 1,
    err: expect.stringContaining('There is no database'),
  });
  await run('backup', file('kept.zip'), dir);
  const taken = takeLock(dir);
  expect(await run('check', null, dir)).toMatchObject({ code: 1, err: expect.stringContaining('running already') });
  expect(await run('restore', file('kept.zip'), dir)).toMatchObject({
    code: 1,
    err: expect.stringContaining('Odd Round is running'),
  });
  if ('lock' in taken) taken.lock.drop();
});
