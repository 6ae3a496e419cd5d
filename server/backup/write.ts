import { createWriteStream } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import type { Queryable } from '../db/database.ts';
import { syncOne } from '../db/embedded-files.ts';
import { BACKUP_FORMAT, BACKUP_VERSION, MANIFEST, type Manifest, TableSum, tableFile } from './manifest.ts';
import { allRows, type RowSource } from './rows.ts';
import { TABLES, tablesAt } from './tables.ts';

export interface BackupOptions {
  now: Date;
  rows?: RowSource;
  /** Rows that could not be read, by table, asked for at the end. */
  lost?: () => Record<string, number>;
}

/**
 * The whole database as a zip of JSON lines and sounds, read page by page while it goes on: what refers to a row comes before
 * the row, so that nothing that is changed in between is torn from what it belongs to.
 */
export function backupStream(db: Queryable, { now, rows = allRows, lost = () => ({}) }: BackupOptions): Readable {
  const zip = new ZipFile();
  const out = zip.outputStream as Readable;
  const fail = (error: unknown) => out.destroy(error instanceof Error ? error : new Error(String(error)));
  zip.on('error', fail);
  const sums = new Map<string, TableSum>();
  const sounds = new Map<string, Uint8Array>();
  const add = (name: string, pieces: () => AsyncIterable<string>) =>
    zip.addReadStreamLazy(name, (give) => {
      const source = Readable.from(pieces());
      source.once('error', fail);
      give(null, source);
    });
  for (const table of [...TABLES].reverse())
    add(tableFile(table.name), async function* () {
      const sum = new TableSum();
      sums.set(table.name, sum);
      for await (const row of rows(db, table)) {
        sum.add(row.line);
        if (row.sound) sounds.set(row.sound.file, row.sound.bytes);
        yield `${row.line}\n`;
      }
    });
  add(MANIFEST, async function* () {
    const migrations = await migrationsOf(db);
    const manifest: Manifest = {
      format: BACKUP_FORMAT,
      version: BACKUP_VERSION,
      madeAt: now.toISOString(),
      migrations,
      tables: Object.fromEntries(
        tablesAt(migrations).map(({ name }) => [name, sums.get(name)?.sum ?? { rows: 0, hash: '' }]),
      ),
      lost: lost(),
    };
    for (const [file, bytes] of sounds) zip.addBuffer(Buffer.from(bytes), file, { compress: false });
    zip.end();
    yield JSON.stringify(manifest, null, 2);
  });
  return out;
}

const migrationsOf = async (db: Queryable) =>
  (await db.query<{ name: string }>('SELECT name FROM migration ORDER BY name')).map((r) => r.name);

/** Writes a backup as a file: whole and on the disk when the promise is kept, not there at all when it is not. */
export async function writeBackup(db: Queryable, file: string, options: BackupOptions): Promise<void> {
  const part = `${file}.part`;
  await mkdir(path.dirname(file), { recursive: true });
  try {
    await pipeline(backupStream(db, options), createWriteStream(part));
    syncOne(part);
    await rename(part, file);
    syncOne(path.dirname(file));
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}
