import type { Database } from '../db/database.ts';
import { idleRuns } from '../db/run-lists.ts';
import { appendTo, lastSeq, lockRun } from '../db/runs.ts';
import type { RunHub } from './hub.ts';

/** Ends the runs that nobody has touched for hours, each at the moment since which it stood still; they can be taken up again. */
export async function endIdle(db: Database, hub: RunHub, nowMs: number): Promise<string[]> {
  const ended: string[] = [];
  for (const { id, endMs } of await idleRuns(db, nowMs)) {
    await db.transaction(async (tx) => {
      const seq = (await lastSeq(tx, id)) + 1;
      // Named by its moment: two servers that see it end it once.
      await appendTo(tx, await lockRun(tx, id), [
        { type: 'finish', idle: true, id: `idle-${id.slice(0, 32)}-${endMs}`, seq, atMs: endMs },
      ]);
    });
    hub.news(id);
    ended.push(id);
  }
  return ended;
}
