import { closeSync, fsyncSync, openSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

/*
 * PostgreSQL asks for an fsync before it calls a change committed. The package starts it with -F, which never asks, and its
 * file system has no fsync to answer with. Both are mended here, by the package's own options; whether it holds is measured
 * at every start (`mustSync`).
 */

/** The package's start options without -F; 16 MB of pages, since the usual 128 are for bigger data than a club's classes. */
const START_PARAMS = [
  ...PGlite.defaultStartParams.filter((p) => p !== '-F'),
  ...['TimeZone=UTC', 'fsync=on', 'synchronous_commit=on', 'wal_sync_method=fsync', 'shared_buffers=16MB'].flatMap(
    (p) => ['-c', p],
  ),
];

/** A file system's own view of an open file: `nfd` is the descriptor on the real disk. */
interface RealStream {
  nfd: number;
}
interface EmscriptenModule {
  FS: { ErrnoError: new (errno: number) => Error };
  NODEFS: { stream_ops: { fsync?: (stream: RealStream) => number } };
}
const EIO = 29;

/** The package's file system, and an fsync that reaches the disk. */
class SyncedFiles extends NodeFS {
  /** How often PostgreSQL has asked for an fsync and got it. */
  syncs = 0;
  /** The last lines it wrote: what it says when it gives up. */
  readonly said: string[] = [];

  override async init(...given: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const { emscriptenOpts } = await super.init(...given);
    const bind = (module: unknown) => {
      const { FS, NODEFS } = module as EmscriptenModule;
      NODEFS.stream_ops.fsync = ({ nfd }) => {
        try {
          fsyncSync(nfd);
        } catch {
          throw new FS.ErrnoError(EIO);
        }
        this.syncs += 1;
        return 0;
      };
    };
    const before = emscriptenOpts.preRun ?? [];
    const preRun = [...(Array.isArray(before) ? before : [before]), bind];
    const printErr = (line: string) => {
      this.said.push(line);
      if (this.said.length > 20) this.said.shift();
    };
    return { emscriptenOpts: { ...emscriptenOpts, preRun, printErr } };
  }
}

/** The embedded PostgreSQL over a folder that holds a database, in this thread. */
export async function openHere(dir: string): Promise<{ pg: PGlite; syncs: () => number }> {
  const fs = new SyncedFiles(dir);
  try {
    const pg = await PGlite.create({ fs, startParams: START_PARAMS });
    return { pg, syncs: () => fs.syncs };
  } catch (error) {
    const why = fs.said.filter((line) => /FATAL|PANIC|ERROR|DETAIL/.test(line)).join(' ');
    throw why === '' ? error : new Error(why);
  }
}

/** Whether a committed change causes an fsync; measured, since an update of the package may undo it. */
export async function savesReachDisk({ pg, syncs }: Awaited<ReturnType<typeof openHere>>): Promise<boolean> {
  const before = syncs();
  await pg.exec('CREATE TABLE IF NOT EXISTS disk_probe (at timestamptz)');
  await pg.exec('DELETE FROM disk_probe; INSERT INTO disk_probe VALUES (now())');
  return syncs() > before;
}

/** Writes a folder and all that is in it through to the disk. */
export function syncTree(folder: string): void {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const full = path.join(folder, entry.name);
    if (entry.isDirectory()) syncTree(full);
    else if (entry.isFile()) syncOne(full);
  }
  syncOne(folder);
}

/** Writes one file, or the names in one folder, through to the disk. */
export function syncOne(file: string): void {
  const fd = openSync(file, 'r');
  try {
    fsyncSync(fd);
  } finally {
    closeSync(fd);
  }
}
