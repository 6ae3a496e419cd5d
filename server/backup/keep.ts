import { existsSync } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import type { Database } from '../db/database.ts';
import type { DiskSpace } from '../db/disk.ts';
import { thinHistory } from '../db/versions.ts';
import { writeBackup } from './write.ts';

/** Backups that are kept: of the last days, then one a week; of those made before something, the newest. */
const DAYS = 7;
const WEEKS = 8;
const BEFORE = 6;
const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** The hour of the night it is done at, on the machine's clock; a machine that was off then does it later. */
const NIGHT_HOUR = 3;

/** A backup in the folder of backups. */
export interface KeptBackup {
  file: string;
  bytes: number;
  madeAt: string;
}

export const isBackupName = (name: string) => /^odd-round-[\w-]{1,80}\.zip$/.test(name);
const stampOf = (at: Date) => at.toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '-');

/** The disk has no room for what was to be written. */
export class NoRoom extends Error {}

/** The folder of backups, and what is done in it by itself. */
export class Keeper {
  constructor(
    private readonly db: Database,
    readonly folder: string,
    private readonly disk: DiskSpace | null,
    private readonly now: () => number,
  ) {}

  /** The backups that are kept, the newest first. */
  async list(): Promise<KeptBackup[]> {
    const names = existsSync(this.folder) ? (await readdir(this.folder)).filter(isBackupName) : [];
    const files = await Promise.all(
      names.map(async (file) => {
        const { size, mtime } = await stat(path.join(this.folder, file));
        return { file, bytes: size, madeAt: mtime.toISOString() };
      }),
    );
    return files.sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1));
  }

  /**
   * Makes a backup now and lets go of those that are too many; its name says why it was made. Fails when the disk has no room.
   * @param why `nightly`, `by-hand` or `before-…`
   * @param spare one that stays, however old it is: it is about to be restored
   */
  async make(why: string, spare?: string): Promise<string> {
    const last = (await this.list())[0]?.bytes ?? 0;
    if (this.disk && !(await this.disk.hasRoomFor(last * 1.2))) throw new NoRoom('The disk has no room for a backup');
    const now = new Date(this.now());
    const file = `odd-round-${why}-${stampOf(now)}.zip`;
    await writeBackup(this.db, path.join(this.folder, file), { now });
    await this.rotate(spare);
    return file;
  }

  /** Makes tonight's backup, thins the history and tidies the database's files, when it is time; gives the backup's name. */
  async tonight(): Promise<string | null> {
    const [newest] = (await this.list()).filter((b) => b.file.startsWith('odd-round-nightly-'));
    const age = newest ? this.now() - Date.parse(newest.madeAt) : Number.POSITIVE_INFINITY;
    const isNight = new Date(this.now()).getHours() === NIGHT_HOUR;
    if (age < (isNight ? 2 * HOUR_MS : DAY_MS)) return null;
    const file = await this.make('nightly');
    await thinHistory(this.db, new Date(this.now()));
    const tables = await this.db.query<{ name: string }>(
      "SELECT quote_ident(tablename) AS name FROM pg_tables WHERE schemaname = 'public' ORDER BY 1",
    );
    for (const { name } of tables) await this.db.script(`VACUUM ANALYZE ${name}`);
    return file;
  }

  private async rotate(spare?: string): Promise<void> {
    const gone = tooMany(await this.list(), this.now()).filter((b) => b.file !== spare);
    for (const { file } of gone) await rm(path.join(this.folder, file), { force: true });
  }
}

/** The backups to delete: nightly ones beyond a week but for one of each of eight weeks, and old ones made before a change. */
export function tooMany(backups: readonly KeptBackup[], nowMs: number): KeptBackup[] {
  const of = (why: string) => backups.filter((b) => b.file.startsWith(`odd-round-${why}`));
  const weeks = new Set<number>();
  const nights = of('nightly-').filter((b) => {
    const ageMs = nowMs - Date.parse(b.madeAt);
    if (ageMs < DAYS * DAY_MS) return false;
    const week = Math.floor(Date.parse(b.madeAt) / (7 * DAY_MS));
    if (weeks.has(week) || ageMs > WEEKS * 7 * DAY_MS) return true;
    weeks.add(week);
    return false;
  });
  return [...nights, ...of('before-').slice(BEFORE)];
}
