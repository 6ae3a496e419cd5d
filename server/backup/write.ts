import { createWriteStream } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import type { Queryable } from '../db/database.ts';
import { syncOne } from '../db/embedded-files.ts';
import { BACKUP_FORMAT, BACKUP_VERSION, MANIFEST, type Manifest, TableSum, tableFile } from './manifest.ts';
import { allRows, type BackupRow, type RowSource } from './rows.ts';
import { TABLES, tablesAt } from './tables.ts';

export interface BackupOptions {
  now: Date;
  rows?: RowSource;
  /** Rows that could not be read, by table, asked for at the end. */
  lost?: () => Record<string, number>;
}

/**
 * The whole database as a zip of JSON lines and sounds, read page by page while it goes on, one sound at a time: what refers to a row comes
 * before the row, so that nothing that is changed in between is torn from what it belongs to; a sound comes before its row.
 */
export function backupStream(db: Queryable, options: BackupOptions): Readable {
  const zip = new ZipFile();
  const out = zip.outputStream as Readable;
  const fail = (error: unknown) => out.destroy(error instanceof Error ? error : new Error(String(error)));
  zip.on('error', fail);
  fillZip(zip, db, options, fail).catch(fail);
  return out;
}

async function fillZip(
  zip: ZipFile,
  db: Queryable,
  { now, rows = allRows, lost = () => ({}) }: BackupOptions,
  fail: (error: unknown) => void,
): Promise<void> {
  const sums = new Map<string, TableSum>();
  /** An entry that is made when its turn comes. */
  const add = (name: string, pieces: () => AsyncIterable<string | Uint8Array>, compress = true) =>
    zip.addReadStreamLazy(name, { compress }, (give) => {
      const source = Readable.from(pieces());
      source.once('error', fail);
      give(null, source);
    });
  const addTable = (name: string, lines: () => AsyncIterable<string> | Iterable<string>) =>
    add(tableFile(name), async function* () {
      const sum = new TableSum();
      sums.set(name, sum);
      for await (const line of lines()) {
        sum.add(line);
        yield `${line}\n`;
      }
    });
  for (const table of [...TABLES].reverse()) {
    if (table.sound === undefined) {
      addTable(table.name, async function* () {
        for await (const { line } of rows(db, table)) yield line;
      });
      continue;
    }
    const held: BackupRow[] = [];
    for await (const row of rows(db, table)) held.push(row);
    const gone = new Set<string>();
    for (const sound of new Map(held.flatMap(({ sound }) => (sound ? [[sound.file, sound]] : []))).values())
      add(
        sound.file,
        async function* () {
          const bytes = await sound.fetch();
          if (bytes === null) gone.add(sound.file);
          else yield bytes;
        },
        false,
      );
    addTable(table.name, function* () {
      for (const { line, sound } of held) if (!sound || !gone.has(sound.file)) yield line;
    });
  }
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
    yield JSON.stringify(manifest, null, 2);
  });
  zip.end();
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
