import * as v from 'valibot';
import {
  type Entered,
  EnteredSchema,
  effective,
  ownerKey,
  type RunEvent,
  RunEventSchema,
  whoKey,
} from '../../core/time/index.ts';
import type { WaitingEntry } from '../../core/wire/index.ts';
import type { Database, Queryable } from './database.ts';
import { fieldsOf } from './fields.ts';
import { findPerson, personNamed } from './people.ts';
import { appendTo, lastSeq, lockRun, type RunRow } from './runs.ts';

export interface PhoneEntry {
  runId: string;
  /** Its own id: the same one twice counts once. */
  id: string;
  /** The phone it comes from. */
  phone: string;
  /** When, on the leading desk's clock, ms. */
  atMs: number;
  command: Entered;
  /** Whom it is said of, as they call themselves; null where it is the squad's. */
  name: string | null;
}

/** The result of an entry: written down, waiting for the instructor to say whose it is, or taken by somebody else. */
export type Became = 'written' | 'waits' | 'taken';

/** Entries of a run that may wait. */
const MAX_WAITING = 500;

/**
 * Writes down what a phone enters. What is there already is changed only by the phone that entered it. Of a name that the club does not
 * know, that is of another squad, or whose entry somebody else has made, it waits for the instructor: the phone cannot tell which.
 */
export function enterFromPhone(db: Database, entry: PhoneEntry): Promise<Became> {
  const { runId, id, phone, atMs, command, name } = entry;
  return db.transaction(async (tx) => {
    const run = await lockRun(tx, runId);
    if (!run) return 'taken';
    const [had] = await tx.query<{ waits: boolean }>(
      `SELECT true AS waits FROM waiting_entry WHERE id = $1
       UNION ALL SELECT false FROM run_event WHERE run_id = $2 AND event_id = $1`,
      [id, runId],
    );
    if (had) return had.waits ? 'waits' : 'written';
    const person = name === null ? null : await personNamed(tx, name);
    const isOwn = person !== null && (person.squad === '' || person.squad === command.squad);
    const whole: Entered = { ...command, phone, ...(isOwn ? { person: person.id } : {}) };
    const mayWrite = (name === null || isOwn) && (await isFree(tx, runId, whole));
    if (mayWrite) {
      await write(tx, run, id, atMs, whole);
      return 'written';
    }
    if (name === null) return 'taken';
    await tx.query(
      `INSERT INTO waiting_entry (id, run_id, phone, name, command)
       SELECT $1, $2, $3, $4, $5 WHERE (SELECT count(*) FROM waiting_entry WHERE run_id = $2) < $6`,
      [id, runId, phone, name, JSON.stringify({ ...command, phone, atMs }), MAX_WAITING],
    );
    return 'waits';
  });
}

/** Whether nobody but its phone has written down what an entry would. */
async function isFree(tx: Queryable, runId: string, entry: Entered): Promise<boolean> {
  const rows = await tx.query<{ event: unknown }>(
    "SELECT event FROM run_event WHERE run_id = $1 AND event->>'type' IN ($2, 'undo') ORDER BY seq, event_id",
    [runId, entry.type],
  );
  const events = rows.flatMap((r) => {
    const read = v.safeParse(RunEventSchema, r.event);
    return read.success ? [read.output] : [];
  });
  const before = effective(events).findLast((e) => isOfSame(e, entry));
  return before === undefined || ('phone' in before && before.phone === entry.phone);
}

const isOfSame = (e: RunEvent, entry: Entered) =>
  e.type === 'reps' && entry.type === 'reps'
    ? ownerKey(e) === ownerKey(entry)
    : e.type === 'felt' && entry.type === 'felt' && whoKey(e) === whoKey(entry);

async function write(tx: Queryable, run: RunRow, id: string, atMs: number, entry: Entered): Promise<void> {
  const seq = (await lastSeq(tx, run.id)) + 1;
  await appendTo(tx, run, [{ ...entry, id, seq, atMs: Math.round(atMs) }]);
}

type WaitingRow = Omit<WaitingEntry, 'command'> & { command: Record<string, unknown> };

const SELECT = 'SELECT id, phone, name, command, made_at AS at FROM waiting_entry';

/** The waiting entries of a run, the oldest first. */
export async function waitingIn(db: Queryable, runId: string): Promise<WaitingEntry[]> {
  const rows = await fieldsOf<WaitingRow>(db, `${SELECT} WHERE run_id = $1 ORDER BY made_at, id`, [runId]);
  return rows.flatMap(({ command, ...row }) => {
    const entry = enteredOf(command);
    return entry ? [{ ...row, command: entry }] : [];
  });
}

/** An entry as it is stored; null where it cannot be read. */
function enteredOf({ atMs: _, ...command }: Record<string, unknown>): Entered | null {
  const read = v.safeParse(EnteredSchema, command);
  return read.success ? read.output : null;
}

/** Says whose a waiting entry is, or that it is nobody's (null); gives what became of it, or null where nothing of that id waits. */
export function settleWaiting(
  db: Database,
  runId: string,
  id: string,
  person: string | null,
): Promise<'written' | 'left out' | 'nobody' | null> {
  return db.transaction(async (tx) => {
    const run = await lockRun(tx, runId);
    const [row] = await fieldsOf<WaitingRow>(tx, `${SELECT} WHERE run_id = $1 AND id = $2`, [runId, id]);
    if (!run || !row) return null;
    if (person !== null && !(await findPerson(tx, person))) return 'nobody';
    await tx.query('DELETE FROM waiting_entry WHERE id = $1', [id]);
    const entry = enteredOf(row.command);
    if (person === null || !entry) return 'left out';
    await write(tx, run, id, Number(row.command.atMs), { ...entry, person });
    return 'written';
  });
}
