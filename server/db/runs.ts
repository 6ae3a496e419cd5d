import { type Plan, parseWith } from '../../core/class/index.ts';
import { workSums } from '../../core/judge/index.ts';
import {
  asLeft,
  closingOf,
  compile,
  foldRun,
  isRecord,
  outlineOf,
  type RunEvent,
  RunEventSchema,
  sumDeviations,
  summarise,
} from '../../core/time/index.ts';
import type { Fault, StoredRun } from '../../core/wire/index.ts';
import { type Database, type Queryable, StatementError } from './database.ts';
import { readable, storedOf, UnreadableDocument } from './documents.ts';
import { fieldsOf } from './fields.ts';

/** A run as it is stored: what lists ask, and its class. */
export type RunRow = Omit<StoredRun, 'plan' | 'events' | 'faults'> & { document: unknown };

/** The columns that lists ask. */
export const SUMS =
  'id, plan_id, title, status, started_at, ended_at, planned_ms, actual_ms, came, effort, trial, deleted_at';
/** The columns of a `RunRow`. */
export const RUN = `${SUMS}, document, clock_offset_ms`;

const planOf = ({ document, title }: RunRow): Plan =>
  storedOf(document, `The run of \u201c${title}\u201d`, { ran: true }).plan;

/**
 * Stores a run with the plan as it is led. One that is known and has not begun takes the plan as it is now; one that has begun is left
 * as it is. Gives whether a known one has taken another plan.
 */
export async function createRun(db: Queryable, id: string, plan: Plan): Promise<boolean> {
  const timeline = compile(plan);
  const [row] = await db.query<{ is_new: boolean }>(
    `INSERT INTO run (id, plan_id, title, document, planned_ms, outline, work) VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (id) DO UPDATE SET title = excluded.title, document = excluded.document,
       planned_ms = excluded.planned_ms, outline = excluded.outline, work = excluded.work
     WHERE run.plan_id = excluded.plan_id AND run.document IS DISTINCT FROM excluded.document
       AND NOT EXISTS (SELECT 1 FROM run_event e WHERE e.run_id = run.id)
     RETURNING xmax = 0 AS is_new`,
    [
      id,
      plan.id,
      plan.title,
      JSON.stringify(plan),
      timeline.totalMs,
      JSON.stringify(outlineOf(plan)),
      JSON.stringify(workSums(plan, timeline)),
    ],
  );
  return row?.is_new === false;
}

/** The run of a class that was made in the last week and has not begun; null where there is none. */
export async function preparedRun(db: Queryable, planId: string): Promise<string | null> {
  const [row] = await db.query<{ id: string }>(
    `SELECT id FROM run WHERE plan_id = $1 AND status = 'ready' AND created_at > now() - interval '7 days'
       AND NOT EXISTS (SELECT 1 FROM run_event e WHERE e.run_id = run.id)
     ORDER BY created_at DESC, id LIMIT 1`,
    [planId],
  );
  return row?.id ?? null;
}

/** Puts a run into the bin, or takes it out; false when there is no such run. */
export async function setRunDeleted(db: Queryable, id: string, deleted: boolean): Promise<boolean> {
  const rows = await db.query('UPDATE run SET deleted_at = CASE WHEN $2 THEN now() END WHERE id = $1 RETURNING id', [
    id,
    deleted,
  ]);
  return rows.length > 0;
}

/** One run with its events in order; null when there is none of that id. Throws `UnreadableDocument`. */
export async function findRun(db: Queryable, id: string): Promise<StoredRun | null> {
  const [row] = await fieldsOf<RunRow>(db, `SELECT ${RUN} FROM run WHERE id = $1`, [id]);
  return row ? withEvents(row, await storedEvents(db, id)) : null;
}

/** The ids of the runs that have begun and are not in the bin, in their order, so many after one of them. */
export async function idsOfBegun(db: Queryable, after: string, limit: number): Promise<string[]> {
  const rows = await db.query<{ id: string }>(
    'SELECT id FROM run WHERE started_at IS NOT NULL AND deleted_at IS NULL AND id > $1 ORDER BY id LIMIT $2',
    [after, limit],
  );
  return rows.map((r) => r.id);
}

/** The sequence number of a run's last event; 0 where it has none. */
export async function lastSeq(db: Queryable, runId: string): Promise<number> {
  const [last] = await db.query<{ seq: number | null }>(
    'SELECT max(seq)::int AS seq FROM run_event WHERE run_id = $1',
    [runId],
  );
  return last?.seq ?? 0;
}

/** Whether there is a run of an id. */
export async function hasRun(db: Queryable, id: string): Promise<boolean> {
  return (await db.query('SELECT 1 AS found FROM run WHERE id = $1', [id])).length > 0;
}

const storedEvents = async (db: Queryable, runId: string) =>
  (
    await db.query<{ event: unknown }>('SELECT event FROM run_event WHERE run_id = $1 ORDER BY seq, event_id', [runId])
  ).map((r) => r.event);

/** A run with its class and its events; those that cannot be read are named. Throws `UnreadableDocument`. */
function withEvents(row: RunRow, stored: readonly unknown[]): StoredRun {
  const { document: _, ...sums } = row;
  return { ...sums, plan: planOf(row), ...readEvents(stored, row.title) };
}

/** The runs that a condition of SQL names, each with all of its events; those that cannot be read are left out. */
export async function wholeRuns(db: Queryable, where: string, values: readonly unknown[] = []): Promise<StoredRun[]> {
  const rows = await fieldsOf<RunRow & { stored: unknown[] | null }>(
    db,
    `SELECT ${RUN}, (SELECT json_agg(e.event ORDER BY e.seq, e.event_id) FROM run_event e WHERE e.run_id = r.id) AS stored
     FROM run r WHERE ${where}`,
    values,
  );
  return readable(rows, ({ stored, ...row }) => withEvents(row, stored ?? [])).items;
}

function readEvents(stored: readonly unknown[], title: string): { events: RunEvent[]; faults: Fault[] } {
  const { items, faults } = readable(
    stored.map((event, k) => ({ id: String(k), title, event })),
    ({ event }) => readEvent(event),
  );
  return { events: items, faults };
}

function readEvent(stored: unknown): RunEvent {
  const event = parseWith(RunEventSchema, stored);
  if (event.ok) return event.value;
  throw new UnreadableDocument('An event', event.problems);
}

/** The number of the last event that came to a run; 0 where none has. */
export async function lastCame(db: Queryable, runId: string): Promise<number> {
  const [last] = await db.query<{ n: number | null }>('SELECT max(n) AS n FROM run_event WHERE run_id = $1', [runId]);
  return last?.n ?? 0;
}

/** The events that came after a number, in the order they came, at most `limit`; what cannot be read is null. */
export async function eventsSince(
  db: Queryable,
  runId: string,
  after: number,
  limit: number,
): Promise<{ n: number; event: RunEvent | null }[]> {
  const rows = await db.query<{ n: number; event: unknown }>(
    'SELECT n, event FROM run_event WHERE run_id = $1 AND n > $2 ORDER BY n LIMIT $3',
    [runId, after, limit],
  );
  return rows.map((r) => {
    const event = parseWith(RunEventSchema, r.event);
    return { n: r.n, event: event.ok ? event.value : null };
  });
}

/** More than any class writes down; what floods a run is refused. */
export const MAX_EVENTS = 20_000;

export interface Appended {
  /** Ids now stored out of those sent. */
  stored: string[];
  /** Those that were new, as they came. */
  came: { n: number; event: RunEvent }[];
  /** Those that cannot be stored, with the reason; the others are. */
  refused: { id: string; problem: string }[];
}

/**
 * Appends events to a run, each id once, and brings the run's summed columns up to date. Null when there is no such run.
 * One that the database will not take is named, and keeps none of the others back.
 */
export const appendEvents = (db: Database, runId: string, events: readonly RunEvent[]): Promise<Appended | null> =>
  db.transaction(async (tx) => appendTo(tx, await lockRun(tx, runId), events));

/** A run that nobody else writes to until the transaction ends; null when there is none of that id. */
export async function lockRun(tx: Queryable, runId: string): Promise<RunRow | null> {
  const [run] = await fieldsOf<RunRow>(tx, `SELECT ${RUN} FROM run WHERE id = $1 FOR UPDATE`, [runId]);
  return run ?? null;
}

/** As `appendEvents`, within a transaction that has locked the run. */
export async function appendTo(
  tx: Queryable,
  run: RunRow | null,
  events: readonly RunEvent[],
): Promise<Appended | null> {
  if (!run) return null;
  const [had] = await tx.query<{ n: number; seq: number }>(
    'SELECT count(*)::int AS n, coalesce(max(seq), 0)::int AS seq FROM run_event WHERE run_id = $1',
    [run.id],
  );
  const room = Math.max(0, MAX_EVENTS - (had?.n ?? 0));
  const refused: Appended['refused'] = events
    .slice(room)
    .map(({ id }) => ({ id, problem: `A run holds ${MAX_EVENTS} events` }));
  const near = withinReach(events.slice(0, room), had?.seq ?? 0, refused);
  const came = await insertEvents(tx, run.id, near, refused);
  const changesSums = came.some(({ event }) => !isRecord(event) || event.type === 'close');
  if (changesSums || run.status === 'ready') await sumUp(tx, run);
  // What is known of the run is made again when it is asked for.
  if (came.length > 0) await tx.query('DELETE FROM run_record WHERE run_id = $1', [run.id]);
  const bad = new Set(refused.map((r) => r.id));
  return { stored: near.flatMap((e) => (bad.has(e.id) ? [] : [e.id])), came, refused };
}

/** Further ahead than any desk numbers: after such an event no next one could be numbered. */
const MAX_AHEAD = MAX_EVENTS;

/** The events whose numbers go on from those of the run; the others are refused. */
function withinReach(events: readonly RunEvent[], lastSeq: number, refused: Appended['refused']): RunEvent[] {
  let reach = lastSeq + MAX_AHEAD;
  const far = new Set<RunEvent>();
  for (const event of [...events].sort((a, b) => a.seq - b.seq))
    if (event.seq > reach) far.add(event);
    else reach = Math.max(reach, event.seq + MAX_AHEAD);
  for (const { id, seq } of far) refused.push({ id, problem: `Its number, ${seq}, is far ahead of the run\u2019s` });
  return events.filter((event) => !far.has(event));
}

/** All at once; where the database refuses that, one by one, so that the one it means is found. */
async function insertEvents(
  tx: Queryable,
  runId: string,
  events: readonly RunEvent[],
  refused: Appended['refused'],
): Promise<Appended['came']> {
  try {
    return await insertTogether(tx, runId, events);
  } catch (error) {
    if (!isRefusal(error)) throw error;
  }
  const came: Appended['came'] = [];
  for (const event of events)
    try {
      came.push(...(await insertTogether(tx, runId, [event])));
    } catch (error) {
      if (!isRefusal(error)) throw error;
      refused.push({ id: event.id, problem: error.message });
    }
  return came;
}

/** Classes 22 and 23: the data itself is what the database will not take. */
const isRefusal = (error: unknown): error is StatementError =>
  error instanceof StatementError && /^2[23]/.test(error.code);

async function insertTogether(tx: Queryable, runId: string, events: readonly RunEvent[]): Promise<Appended['came']> {
  if (events.length === 0) return [];
  await tx.script('SAVEPOINT events');
  try {
    const rows = await tx.query<{ n: number; event_id: string }>(
      `INSERT INTO run_event (run_id, event_id, seq, at_ms, event)
       SELECT $1, e->>'id', (e->>'seq')::int, (e->>'atMs')::bigint, e
       FROM jsonb_array_elements($2::jsonb) WITH ORDINALITY AS input (e, nth) ORDER BY nth
       ON CONFLICT (run_id, event_id) DO NOTHING RETURNING n, event_id`,
      [runId, JSON.stringify(events)],
    );
    await tx.script('RELEASE events');
    const byId = new Map(events.map((e) => [e.id, e]));
    return rows.flatMap((r) => {
      const event = byId.get(r.event_id);
      return event ? [{ n: r.n, event }] : [];
    });
  } catch (error) {
    await tx.script('ROLLBACK TO events').catch(() => {});
    throw error;
  }
}

/** Keeps the server's clock less the desk's, ms; false when there is no such run. */
export async function setClockOffset(db: Queryable, id: string, offsetMs: number): Promise<boolean> {
  const rows = await db.query('UPDATE run SET clock_offset_ms = $2 WHERE id = $1 RETURNING id', [id, offsetMs]);
  return rows.length > 0;
}

/** Brings the columns that lists and sums ask for up to the run's events; one whose plan cannot be read keeps its own. */
export async function sumUp(tx: Queryable, row: RunRow): Promise<void> {
  const stored = await storedEvents(tx, row.id);
  let plan: Plan;
  try {
    plan = planOf(row);
  } catch (error) {
    if (error instanceof UnreadableDocument) return;
    throw error;
  }
  const { events } = readEvents(stored, row.title);
  const state = foldRun(plan, events);
  const { came, effort, trial } = closingOf(events);
  const at = (ms: number | null) => (ms === null ? null : new Date(ms));
  const { actualMs, deviations } = summarise(plan, state);
  await tx.query(
    `UPDATE run SET status = $2, started_at = $3, ended_at = $4, actual_ms = $5, deviations = $6,
       came = $7, effort = $8, trial = $9 WHERE id = $1`,
    [
      row.id,
      state.status,
      at(state.startedAtMs),
      at(state.endedAtMs),
      Math.round(actualMs),
      JSON.stringify(sumDeviations(deviations)),
      came,
      effort,
      trial,
    ],
  );
}

/** The run as it stands at a moment: one that ran out while nobody looked, or that nobody touched for hours, has finished. */
export function asOf(run: StoredRun, nowMs: number): StoredRun {
  const state = asLeft(foldRun(run.plan, run.events), nowMs - run.clockOffsetMs);
  if (state.status === run.status) return run;
  return {
    ...run,
    status: state.status,
    endedAt: state.endedAtMs === null ? null : new Date(state.endedAtMs).toISOString(),
    actualMs: Math.round(summarise(run.plan, state).actualMs),
  };
}
