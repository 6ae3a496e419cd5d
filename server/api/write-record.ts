import { nanoid } from 'nanoid';
import type { RunCommand } from '../../core/time/index.ts';
import type { Database } from '../db/database.ts';
import { appendEvents, lastSeq } from '../db/runs.ts';
import type { RunHub } from '../live/hub.ts';

/**
 * Writes something down in a run that no desk is asked for, after all that is in it, and tells who follows. False when there is no such run.
 * @param id the event's own; the same one twice counts once
 */
export async function writeRecord(
  db: Database,
  hub: RunHub,
  runId: string,
  command: RunCommand,
  atMs: number,
  id = nanoid(16),
): Promise<boolean> {
  const seq = (await lastSeq(db, runId)) + 1;
  const done = await appendEvents(db, runId, [{ ...command, id, seq, atMs: Math.round(atMs) }]);
  if (done && done.came.length > 0) hub.news(runId);
  return done !== null;
}
