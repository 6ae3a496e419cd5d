import { existsSync } from 'node:fs';
import path from 'node:path';
import {
  BadBackup,
  checkDatabase,
  Keeper,
  makeFrom,
  openBackup,
  putInPlace,
  readableRows,
  restoreRunning,
  verifyBackup,
  writeBackup,
} from '../server/backup/index.ts';
import { takeLock } from '../server/db/lock.ts';
import { databaseDir, markMade, openDatabase } from '../server/start/open-database.ts';
import { CannotStart, readSettings } from '../server/start/settings.ts';
import { bringUpToDate } from '../server/start/up-to-date.ts';
import type { Streams } from './streams.ts';

export type AdminCommand = 'backup' | 'restore' | 'salvage' | 'check';

/** Works on the club's data: the embedded database of DATA_DIR, or the server of DATABASE_URL. Gives the exit code. */
export async function administer(
  command: AdminCommand,
  file: string | null,
  { stdout, stderr }: Streams,
  env: Record<string, string | undefined> = process.env,
): Promise<number> {
  const say = (text: string) => stdout.write(`${text}\n`);
  try {
    switch (command) {
      case 'backup':
        return await backup(file, env, say);
      case 'restore':
        return await restore(file, env, say);
      case 'salvage':
        return await salvage(file, env, say);
      case 'check':
        return file === null ? await checkData(env, say) : await checkFile(file, say);
    }
  } catch (error) {
    if (!(error instanceof CannotStart || error instanceof BadBackup || isSystemError(error))) throw error;
    stderr.write(`${error.message}\n`);
    return 1;
  }
}

const isSystemError = (error: unknown): error is Error => error instanceof Error && 'syscall' in error;

/** Settings of the data alone: an order at the command line listens nowhere. */
const settingsOf = ({ DATA_DIR, DATABASE_URL }: Record<string, string | undefined>) =>
  readSettings({ DATA_DIR, DATABASE_URL });

const defaultName = (why: string) => `odd-round-${why}-${new Date().toISOString().slice(0, 10)}.zip`;

const told = (rows: Record<string, number>) =>
  Object.entries(rows)
    .map(([table, n]) => `${table} ${n}`)
    .join(', ');

async function withData<T>(
  env: Record<string, string | undefined>,
  work: (opened: Awaited<ReturnType<typeof openDatabase>>) => Promise<T>,
): Promise<T> {
  const opened = await openDatabase({ ...settingsOf(env), mayMake: false });
  try {
    return await work(opened);
  } finally {
    await opened.db.close();
    opened.drop();
  }
}

const backup = (file: string | null, env: Record<string, string | undefined>, say: (text: string) => void) =>
  withData(env, async ({ db }) => {
    const target = path.resolve(file ?? defaultName('by-hand'));
    if (existsSync(target)) throw new CannotStart(`${target} is there already; name another file.`);
    await writeBackup(db, target, { now: new Date() });
    const { manifest } = await verifyBackup(target);
    say(`${target}: ${told(rowsOf(manifest.tables))}`);
    return 0;
  });

const rowsOf = (tables: Record<string, { rows: number }>) =>
  Object.fromEntries(Object.entries(tables).map(([table, { rows }]) => [table, rows]));

async function restore(file: string | null, env: Record<string, string | undefined>, say: (text: string) => void) {
  if (file === null) throw new CannotStart('Name the backup to restore.');
  (await openBackup(file)).close();
  const settings = settingsOf(env);
  if (settings.databaseUrl !== null) return restoreServer(file, env, say);
  const taken = takeLock(settings.dataDir);
  if ('heldBy' in taken)
    throw new CannotStart(
      `Odd Round is running on ${settings.dataDir} (${taken.heldBy}); stop it, or restore from its page.`,
    );
  try {
    const dir = databaseDir(settings.dataDir);
    const aside = `${dir}-restoring`;
    const restored = await makeFrom(file, aside);
    const hadOne = existsSync(dir);
    await putInPlace(aside, dir, new Date());
    markMade(settings.dataDir);
    say(`Restored into ${dir}: ${told(restored)}`);
    if (hadOne) say('The database that was there is kept beside it.');
    return 0;
  } finally {
    taken.lock.drop();
  }
}

const restoreServer = (file: string, env: Record<string, string | undefined>, say: (text: string) => void) =>
  withData(env, async ({ db, isNew }) => {
    const keeper = new Keeper(db, path.join(settingsOf(env).dataDir, 'backups'), null, Date.now);
    await bringUpToDate(db, keeper);
    const before = isNew ? null : await keeper.make('before-restore');
    say(`Restored: ${told(await restoreRunning(db, file, new Date()))}`);
    await bringUpToDate(db, keeper);
    if (before !== null) say(`What was there is kept as ${path.join(keeper.folder, before)}`);
    return 0;
  });

/** A backup of what can be read, past what cannot; exit code 1 where something was lost. */
const salvage = (file: string | null, env: Record<string, string | undefined>, say: (text: string) => void) =>
  withData(env, async ({ db }) => {
    const target = path.resolve(file ?? defaultName('salvage'));
    if (existsSync(target)) throw new CannotStart(`${target} is there already; name another file.`);
    const lost: Record<string, number> = {};
    const rows = readableRows((table) => {
      lost[table] = (lost[table] ?? 0) + 1;
    });
    await writeBackup(db, target, { now: new Date(), rows, lost: () => lost });
    const { manifest } = await verifyBackup(target);
    say(`${target}: ${told(rowsOf(manifest.tables))}`);
    if (Object.keys(lost).length === 0) return 0;
    say(`Could not be read: ${told(lost)}`);
    return 1;
  });

async function checkFile(file: string, say: (text: string) => void): Promise<number> {
  const { manifest, faults } = await verifyBackup(file);
  say(`Made ${manifest.madeAt}: ${told(rowsOf(manifest.tables))}`);
  for (const fault of faults) say(fault);
  say(faults.length === 0 ? 'Whole: every row is as it was backed up.' : 'Damaged.');
  return faults.length === 0 ? 0 : 1;
}

const checkData = (env: Record<string, string | undefined>, say: (text: string) => void) =>
  withData(env, async ({ db }) => {
    const { rows, faults } = await checkDatabase(db);
    say(told(rows));
    for (const fault of faults) say(fault);
    say(faults.length === 0 ? 'Every row can be read.' : `${faults.length} faults.`);
    return faults.length === 0 ? 0 : 1;
  });
