import { existsSync, readdirSync, statSync } from 'node:fs';
import { cp, mkdir, mkdtemp, rename, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Keeper } from '../../server/backup/index.ts';
import { openEmbedded } from '../../server/db/embedded.ts';
import { rebuild } from '../../server/db/record-rows.ts';
import { seedOnce } from '../../server/demo/seed.ts';
import { ROOT } from '../../server/shared/root.ts';
import { databaseDir, markMade } from '../../server/start/open-database.ts';
import { bringUpToDate } from '../../server/start/up-to-date.ts';
import { freshDataDir } from '../../server/test/fresh-database.ts';

const KEPT = path.join(ROOT, 'node_modules/.odd-round');

/** The newest change in the code that makes the data; it counts its weeks back from the day. */
function madeBy(nowMs: number): string {
  const newest = ['core', 'server'].flatMap((folder) =>
    readdirSync(path.join(ROOT, folder), { recursive: true, withFileTypes: true })
      .filter((e) => e.isFile())
      .map((e) => statSync(path.join(e.parentPath, e.name)).mtimeMs),
  );
  return `${Math.round(Math.max(...newest))}-${new Date(nowMs).toDateString().replaceAll(' ', '-')}`;
}

/** A folder for a server's data as its first start at that moment leaves it, demo data in it: made once and copied. */
export async function readyDataDir(nowMs: number): Promise<string> {
  const template = path.join(KEPT, `ready-${madeBy(nowMs)}`);
  if (!existsSync(template)) await makeTemplate(template, nowMs);
  const dir = await mkdtemp(path.join(tmpdir(), 'odd-round-own-'));
  await cp(template, dir, { recursive: true });
  return dir;
}

/** Made aside and moved there whole; when another worker was faster, its template serves. */
async function makeTemplate(template: string, nowMs: number): Promise<void> {
  await mkdir(KEPT, { recursive: true });
  const [age] = path.basename(template).split(/(?<=^ready-\d+)-/);
  for (const old of readdirSync(KEPT).filter((f) => f.startsWith('ready-') && !f.startsWith(age ?? '')))
    await rm(path.join(KEPT, old), { recursive: true, force: true });
  const dir = await freshDataDir('ready');
  const db = await openEmbedded(databaseDir(dir));
  await bringUpToDate(db, new Keeper(db, path.join(dir, 'backups'), null, () => nowMs));
  await seedOnce(db, nowMs);
  await rebuild(db);
  await db.close();
  markMade(dir);
  const aside = `${template}.${process.pid}`;
  await cp(dir, aside, { recursive: true });
  await rename(aside, template).catch(() => {});
  for (const left of [dir, aside]) await rm(left, { recursive: true, force: true });
}
