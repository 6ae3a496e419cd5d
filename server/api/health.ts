import { Router } from 'express';
import { backups } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import type { SteadyTime } from '../shared/steady-time.ts';
import { route } from './route.ts';

/** The route that says whether the server and its database answer. */
export function healthApi(db: Database, { now, runsInSleep }: SteadyTime): Router {
  const api = Router();
  route(api, backups.getHealth, async () => {
    await db.query('SELECT 1');
    const memoryMiB = Math.round(process.memoryUsage().rss / 1_048_576);
    return { ok: true as const, nowMs: now(), runsInSleep, memoryMiB };
  });
  return api;
}
