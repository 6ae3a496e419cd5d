import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type Request, Router } from 'express';
import { backups } from '../../core/wire/index.ts';
import {
  BadBackup,
  backupStream,
  checkDatabase,
  isBackupName,
  type Keeper,
  NoRoom,
  openBackup,
  restoreRunning,
} from '../backup/index.ts';
import { aloneOnDatabase } from '../db/alone.ts';
import type { Database } from '../db/database.ts';
import type { DiskSpace } from '../db/disk.ts';
import type { RunHub } from '../live/hub.ts';
import type { KnownRuns } from '../live/known-runs.ts';
import type { Watch } from './limits.ts';
import { notFound, ProblemError } from './problem.ts';
import { route } from './route.ts';

const MAX_UPLOAD_BYTES = 2 * 1024 ** 3;

/** The dependencies of the backup routes. */
export interface BackupParts {
  db: Database;
  keeper: Keeper;
  disk: DiskSpace | null;
  now: () => number;
  watch: Watch;
  /** Tells whether a class is being led: a restore waits until it is over. */
  hub: RunHub;
  /** Brings a database that came back up to this program. */
  bringUpToDate: () => Promise<unknown>;
  /** Whether saves were seen to reach the disk. */
  durable: boolean;
}

/** Backups: made, listed, fetched, restored; and what of the data can be read. */
export function backupApi(
  { db, keeper, disk, now, watch, hub, bringUpToDate, durable }: BackupParts,
  known: KnownRuns,
): Router {
  const api = Router();
  let busy = false;
  /** One thing at a time, of all servers on the database: two would be in one another's way. */
  const alone = async <T>(work: () => Promise<T>): Promise<T> => {
    const underWay = () => new ProblemError(409, 'A backup or a restore is under way; wait for its end');
    if (busy) throw underWay();
    busy = true;
    try {
      const done = await aloneOnDatabase(db, work);
      if (done === null) throw underWay();
      return done.value;
    } catch (error) {
      if (error instanceof NoRoom) throw new ProblemError(507, error.message);
      throw error;
    } finally {
      busy = false;
    }
  };

  route(api, backups.getKeeping, async () => {
    const free = disk ? await disk.freeBytes() : Number.POSITIVE_INFINITY;
    return {
      kept: await keeper.list(),
      folder: keeper.folder,
      freeBytes: Number.isFinite(free) ? free : null,
      diskFull: disk ? await disk.isFull() : false,
      database: db.kind,
      durable,
      deafSince: db.deafSinceMs ? new Date(db.deafSinceMs).toISOString() : null,
    };
  });

  route(api, backups.makeBackup, () => alone(async () => ({ file: await keeper.make('by-hand') })));

  route(api, backups.getBackupNow, async ({ res }) => {
    await alone(async () => {
      res.attachment(`odd-round-${new Date(now()).toISOString().slice(0, 10)}.zip`).type('application/zip');
      await pipeline(backupStream(db, { now: new Date(now()) }), res).catch(() => res.destroy());
    });
  });

  route(api, backups.checkData, () => alone(() => checkDatabase(db)));

  route(api, backups.getBackup, async ({ path: { file }, res }) => {
    if (!isBackupName(file)) throw notFound('Backup');
    res.attachment(file);
    await new Promise<void>((done, fail) =>
      res.sendFile(file, { root: keeper.folder }, (error) =>
        error && !res.headersSent ? fail(notFound('Backup')) : done(),
      ),
    );
  });

  const restore = async (req: Request, file: string, spare?: string) => {
    if (await hub.isLed()) throw new ProblemError(409, 'A desk is open on a class; close it, then restore');
    try {
      // What is no backup at all is known at once.
      (await openBackup(file)).close();
      // What is there now can be had back in the same way.
      const before = await keeper.make('before-restore', spare);
      const restored = await restoreRunning(db, file, new Date(now()));
      await bringUpToDate();
      known.forget();
      watch('restored', { from: req.ip, restored });
      return { restored, before };
    } catch (error) {
      if (error instanceof NoRoom) throw new ProblemError(507, `${error.message} of what is here now: make room first`);
      if (error instanceof BadBackup) throw new ProblemError(422, `${error.message}. Nothing was changed`);
      throw error;
    }
  };

  route(api, backups.restoreKept, ({ path: { file }, req }) =>
    alone(async () => {
      const kept = (await keeper.list()).find((b) => b.file === file)?.file;
      if (!kept) throw notFound('Backup');
      return restore(req, path.join(keeper.folder, kept), kept);
    }),
  );

  route(api, backups.restoreFile, ({ req }) =>
    alone(async () => {
      if (!req.is('application/zip')) throw new ProblemError(415, 'A backup is sent as application/zip');
      const folder = await mkdtemp(path.join(tmpdir(), 'odd-round-restore-'));
      try {
        const file = path.join(folder, 'backup.zip');
        if (!(await received(req, file))) throw new ProblemError(413, 'The file is larger than any backup');
        return await restore(req, file);
      } finally {
        await rm(folder, { recursive: true, force: true });
      }
    }),
  );

  return api;
}

/** Writes a request's body to a file; false when it is too much. */
async function received(req: Request, file: string): Promise<boolean> {
  let bytes = 0;
  const count = new Transform({
    transform(piece: Buffer, _encoding, next) {
      bytes += piece.length;
      next(bytes > MAX_UPLOAD_BYTES ? new Error('too much') : null, piece);
    },
  });
  try {
    await pipeline(req, count, createWriteStream(file));
    return true;
  } catch (error) {
    if (bytes > MAX_UPLOAD_BYTES) return false;
    throw error;
  }
}
