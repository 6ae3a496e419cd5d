import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type Request, type Response, Router } from 'express';
import {
  BadBackup,
  backupStream,
  checkDatabase,
  isBackupName,
  type Keeper,
  NoRoom,
  restoreRunning,
} from '../backup/index.ts';
import type { Database } from '../db/database.ts';
import type { DiskSpace } from '../db/disk.ts';
import type { RunHub } from '../live/hub.ts';
import type { KnownRuns } from '../live/known-runs.ts';
import type { Watch } from './limits.ts';
import { notFound, type ProblemDetails, sendProblem } from './problem.ts';

const MAX_UPLOAD_BYTES = 2 * 1024 ** 3;

/** What the page of backups needs of the server. */
export interface BackupParts {
  db: Database;
  keeper: Keeper;
  disk: DiskSpace | null;
  now: () => number;
  watch: Watch;
  /** Tells whether a class is being led: a restore waits until it is over. */
  hub: RunHub;
  /** Brings a database that came back up to this program. */
  settle: () => Promise<unknown>;
  /** Whether saves were seen to reach the disk. */
  durable: boolean;
}

/** Backups: made, listed, fetched, restored; and what of the data can be read. */
export function backupApi(
  { db, keeper, disk, now, watch, hub, settle, durable }: BackupParts,
  known: KnownRuns,
): Router {
  const api = Router();
  let busy = false;
  /** One thing at a time: two would be in one another's way. The answer goes out when it is over. */
  const alone = async (res: Response, work: () => Promise<Answer>) => {
    if (busy) {
      sendProblem(res, { status: 409, title: 'A backup or a restore is under way; wait for its end' });
      return;
    }
    busy = true;
    const answer = await work().finally(() => {
      busy = false;
    });
    if ('problem' in answer) sendProblem(res, answer.problem);
    else res.status(answer.status).json(answer.body);
  };

  api.get('/', async (_req, res) => {
    const free = disk ? await disk.freeBytes() : Number.POSITIVE_INFINITY;
    res.json({
      kept: await keeper.list(),
      folder: keeper.folder,
      freeBytes: Number.isFinite(free) ? free : null,
      diskFull: disk ? await disk.isFull() : false,
      database: db.kind,
      durable,
    });
  });

  api.post('/', (_req, res) =>
    alone(res, async () => {
      try {
        return { status: 201, body: { file: await keeper.make('by-hand') } };
      } catch (error) {
        if (error instanceof NoRoom) return refusal(507, error.message);
        throw error;
      }
    }),
  );

  api.get('/now', async (_req, res) => {
    res.attachment(`odd-round-${new Date(now()).toISOString().slice(0, 10)}.zip`).type('application/zip');
    await pipeline(backupStream(db, { now: new Date(now()) }), res).catch(() => res.destroy());
  });

  api.get('/check', (_req, res) => alone(res, async () => ({ status: 200, body: await checkDatabase(db) })));

  api.get('/kept/:file', (req, res) => {
    if (!isBackupName(req.params.file)) {
      notFound(res, 'Backup');
      return;
    }
    res.attachment(req.params.file).sendFile(req.params.file, { root: keeper.folder }, (error) => {
      if (error && !res.headersSent) notFound(res, 'Backup');
    });
  });

  const restore = async (req: Request, file: string, spare?: string): Promise<Answer> => {
    if (hub.isLeading) return refusal(409, 'A desk is open on a class; close it, then restore');
    try {
      // What is there now can be had back in the same way.
      const before = await keeper.make('before-restore', spare);
      const restored = await restoreRunning(db, file, new Date(now()));
      await settle();
      known.forget();
      watch('restored', { from: req.ip, restored });
      return { status: 200, body: { restored, before } };
    } catch (error) {
      if (error instanceof NoRoom) return refusal(507, `${error.message} of what is here now: make room first`);
      if (!(error instanceof BadBackup)) throw error;
      return refusal(422, `${error.message}. Nothing was changed`);
    }
  };

  api.post('/restore/:file', (req, res) =>
    alone(res, async () => {
      const kept = (await keeper.list()).find((b) => b.file === req.params.file)?.file;
      return kept ? restore(req, path.join(keeper.folder, kept), kept) : refusal(404, 'Backup not found');
    }),
  );

  /** The backup is the body itself, as application/zip. */
  api.post('/restore', (req, res) =>
    alone(res, async () => {
      if (!req.is('application/zip')) return refusal(415, 'A backup is sent as application/zip');
      const folder = await mkdtemp(path.join(tmpdir(), 'odd-round-restore-'));
      try {
        const file = path.join(folder, 'backup.zip');
        return (await received(req, file))
          ? await restore(req, file)
          : refusal(413, 'The file is larger than any backup');
      } finally {
        await rm(folder, { recursive: true, force: true });
      }
    }),
  );

  return api;
}

type Answer = { status: number; body: unknown } | { problem: ProblemDetails };

const refusal = (status: number, title: string): Answer => ({ problem: { status, title } });

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
