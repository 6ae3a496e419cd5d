import { Router } from 'express';
import { keeping } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { handle } from './handle.ts';

/** Whether the server and its database answer. */
export function healthApi(db: Database, now: () => number): Router {
  const api = Router();
  handle(api, keeping.getHealth, async () => {
    await db.query('SELECT 1');
    return { ok: true as const, nowMs: now(), memoryMiB: Math.round(process.memoryUsage().rss / 1_048_576) };
  });
  return api;
}
