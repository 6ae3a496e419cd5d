import type { Plan } from '../../core/plan/index.ts';
import { foldRun, type RunEvent, type RunStatus, stateAt, summarise } from '../../core/run/index.ts';
import { compile } from '../../core/timeline/index.ts';
import type { Database, Queryable } from './database.ts';
import { readPlan } from './plans.ts';

/** A run as the log lists it. */
export interface StoredRun {
  id: string;
  planId: string;
  title: string;
  plan: Plan;
  status: RunStatus;
  startedAt: string | null;
  endedAt: string | null;
  plannedMs: number;
  actualMs: number;
}

export interface RunWithEvents extends StoredRun {
  events: RunEvent[];
  /** Server's clock less the desk's, ms. */
  clockOffsetMs: number;
}

type RunRow = {
  id: string;
  plan_id: string;
  title: string;
  document: unknown;
  status: RunStatus;
  started_at: Date | null;
  ended_at: Date | null;
  planned_ms: number;
  actual_ms: number;
  clock_offset_ms: number;
};

const fromRow = (row: RunRow): StoredRun => ({
  id: row.id,
  planId: row.plan_id,
  title: row.title,
  plan: readPlan(row.document),
  status: row.status,
  startedAt: row.started_at?.toISOString() ?? null,
  endedAt: row.ended_at?.toISOString() ?? null,
  plannedMs: row.planned_ms,
  actualMs: row.actual_ms,
});

/** Stores a run with the plan as it is led; one whose id is known already is left as it is. */
export async function createRun(db: Queryable, id: string, plan: Plan): Promise<void> {
  await db.query(
    `INSERT INTO run (id, plan_id, title, document, planned_ms) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (id) DO NOTHING`,
    [id, plan.id, plan.title, JSON.stringify(plan), compile(plan).totalMs],
  );
}

/** All runs, the latest first, with their events. */
export async function listRuns(db: Queryable, limit: number): Promise<RunWithEvents[]> {
  const rows = await db.query<RunRow & { events: RunEvent[] | null }>(
    `SELECT r.*, (SELECT json_agg(e.event ORDER BY e.seq, e.event_id) FROM run_event e WHERE e.run_id = r.id) AS events
     FROM run r WHERE r.started_at IS NOT NULL ORDER BY r.started_at DESC LIMIT $1`,
    [limit],
  );
  return rows.map((row) => ({ ...fromRow(row), events: row.events ?? [], clockOffsetMs: row.clock_offset_ms }));
}

/** One run with its events in order; null when there is none of that id. */
export async function findRun(db: Queryable, id: string): Promise<RunWithEvents | null> {
  const [row] = await db.query<RunRow>('SELECT * FROM run WHERE id = $1', [id]);
  return row ? { ...fromRow(row), events: await eventsOf(db, id), clockOffsetMs: row.clock_offset_ms } : null;
}

async function eventsOf(db: Queryable, runId: string): Promise<RunEvent[]> {
  const rows = await db.query<{ event: RunEvent }>(
    'SELECT event FROM run_event WHERE run_id = $1 ORDER BY seq, event_id',
    [runId],
  );
  return rows.map((r) => r.event);
}

/** The events that came after a number, in the order they came. */
export async function eventsSince(
  db: Queryable,
  runId: string,
  after: number,
): Promise<{ n: number; event: RunEvent }[]> {
  const rows = await db.query<{ n: string | number; event: RunEvent }>(
    'SELECT n, event FROM run_event WHERE run_id = $1 AND n > $2 ORDER BY n',
    [runId, after],
  );
  return rows.map((r) => ({ n: Number(r.n), event: r.event }));
}

export interface Appended {
  /** Ids now stored out of those sent. */
  stored: string[];
  /** Those that were new, as they came. */
  came: { n: number; event: RunEvent }[];
}

/**
 * Appends events to a run, each id once, and brings the run's summed columns up to date. Null when there is no such run.
 */
export async function appendEvents(db: Database, runId: string, events: readonly RunEvent[]): Promise<Appended | null> {
  return db.transaction(async (tx) => {
    const [run] = await tx.query<{ document: unknown }>('SELECT document FROM run WHERE id = $1 FOR UPDATE', [runId]);
    if (!run) return null;
    const came: Appended['came'] = [];
    for (const event of events) {
      const [row] = await tx.query<{ n: string | number }>(
        `INSERT INTO run_event (run_id, event_id, seq, at_ms, event) VALUES ($1, $2, $3, $4, $5)
         ON CONFLICT (run_id, event_id) DO NOTHING RETURNING n`,
        [runId, event.id, event.seq, event.atMs, JSON.stringify(event)],
      );
      if (row) came.push({ n: Number(row.n), event });
    }
    await sumUp(tx, runId, readPlan(run.document));
    return { stored: events.map((e) => e.id), came };
  });
}

/** Keeps the server's clock less the desk's, ms; false when there is no such run. */
export async function setClockOffset(db: Queryable, id: string, offsetMs: number): Promise<boolean> {
  const rows = await db.query('UPDATE run SET clock_offset_ms = $2 WHERE id = $1 RETURNING id', [id, offsetMs]);
  return rows.length > 0;
}

async function sumUp(tx: Queryable, runId: string, plan: Plan): Promise<void> {
  const state = foldRun(plan, await eventsOf(tx, runId));
  const at = (ms: number | null) => (ms === null ? null : new Date(ms));
  await tx.query('UPDATE run SET status = $2, started_at = $3, ended_at = $4, actual_ms = $5 WHERE id = $1', [
    runId,
    state.status,
    at(state.startedAtMs),
    at(state.endedAtMs),
    Math.round(summarise(plan, state).actualMs),
  ]);
}

/** The run as it stands at a moment: one that ran out while nobody looked has finished. */
export function asOf(run: RunWithEvents, nowMs: number): RunWithEvents {
  const state = stateAt(run.plan, run.events, nowMs);
  if (state.status === run.status) return run;
  return {
    ...run,
    status: state.status,
    endedAt: state.endedAtMs === null ? null : new Date(state.endedAtMs).toISOString(),
    actualMs: Math.round(summarise(run.plan, state).actualMs),
  };
}
