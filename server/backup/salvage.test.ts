import { closeSync, mkdtempSync, openSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, it } from 'vitest';
import { ATTACK } from '../../core/test/runs.ts';
import { openEmbedded } from '../db/embedded.ts';
import { migrate } from '../db/migrate.ts';
import { savePlan } from '../db/plans.ts';
import { plan } from '../test/filled.ts';
import { freshDataDir } from '../test/fresh-database.ts';
import { checkDatabase, readableRows, restoreInto, verifyBackup, writeBackup } from './index.ts';

it.runIf(ATTACK)('takes what can be read of a database with damaged pages, and says what it could not', async () => {
  const dir = path.join(await freshDataDir('damaged'), 'db');
  const db = await openEmbedded(dir);
  await migrate(db);
  for (let k = 0; k < 60; k++) {
    await savePlan(db, plan(`class-${k}`), 0);
    await savePlan(db, { ...plan(`class-${k}`), notes: 'again' }, 1);
  }
  const [place] = await db.query<{ file: string; pages: number }>(
    "SELECT pg_relation_filepath('plan') AS file, (pg_relation_size('plan') / 8192)::int AS pages",
  );
  await db.close();
  expect(place!.pages).toBeGreaterThan(3);
  // The second page is noise from its header on.
  const fd = openSync(path.join(dir, place!.file), 'r+');
  writeSync(fd, Buffer.alloc(8192, 0xa5), 0, 8192, 8192);
  closeSync(fd);

  const damaged = await openEmbedded(dir);
  const { rows, faults } = await checkDatabase(damaged);
  expect(rows.plan).toBeLessThan(60);
  expect(faults.join('; ')).toMatch(/plan: \d+ rows cannot be read/);
  await expect(writeBackup(damaged, path.join(tmpdir(), 'odd-round-none.zip'), { now: new Date() })).rejects.toThrow();

  const file = path.join(mkdtempSync(path.join(tmpdir(), 'odd-round-salvage-')), 'salvage.zip');
  const lost: Record<string, number> = {};
  const source = readableRows((table) => {
    lost[table] = (lost[table] ?? 0) + 1;
  });
  await writeBackup(damaged, file, { now: new Date(), rows: source, lost: () => lost });
  await damaged.close();
  const { manifest, faults: none } = await verifyBackup(file);
  expect(none).toEqual([]);
  expect(manifest.lost.plan).toBeGreaterThan(0);

  const mended = await openEmbedded(path.join(await freshDataDir('mended'), 'db'));
  const restored = await mended.transaction((tx) => restoreInto(tx, file));
  expect(restored.plan).toBe(rows.plan);
  // What belonged to a class that was lost is gone with it.
  expect(restored.plan_version).toBe(rows.plan);
  expect((await checkDatabase(mended)).faults).toEqual([]);
  await mended.close();
});
