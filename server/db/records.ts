import type { WorkSum } from '../../core/balance/index.ts';
import { workSums } from '../../core/balance/index.ts';
import { keyOf } from '../../core/moves/index.ts';
import type { Plan, Side } from '../../core/plan/index.ts';
import {
  type Change,
  changesOf,
  doneIntervals,
  type RunRecord,
  recordOf,
  type SetRecord,
  sessionEffort,
} from '../../core/record/index.ts';
import type { RunEvent } from '../../core/run/index.ts';
import type { Database, Queryable } from './database.ts';
import { UnreadableDocument } from './documents.ts';
import { type RunRow, type RunWithEvents, withEvents } from './runs.ts';

/** Runs that count in sums: begun, neither abandoned nor a trial nor in the bin. */
const COUNTS = "r.started_at IS NOT NULL AND r.status <> 'abandoned' AND NOT r.trial AND r.deleted_at IS NULL";

const BATCH = 20;

/**
 * Brings the records up to the events of their runs. Those of runs that nothing has happened in since are there already; a run
 * that cannot be read has none.
 * @param goesOn asked before each run; false ends it there
 */
export async function freshen(db: Database, goesOn: () => boolean = () => true): Promise<void> {
  for (let after = ''; ; ) {
    const rows = await db.query<{ id: string }>(
      `SELECT r.id FROM run r WHERE r.started_at IS NOT NULL AND r.id > $1
         AND NOT EXISTS (SELECT 1 FROM run_record k WHERE k.run_id = r.id) ORDER BY r.id LIMIT $2`,
      [after, BATCH],
    );
    for (const { id } of rows) {
      if (!goesOn()) return;
      await db.transaction((tx) => recordRun(tx, id));
      after = id;
    }
    if (rows.length < BATCH) return;
  }
}

async function recordRun(tx: Queryable, id: string): Promise<void> {
  const [row] = await tx.query<RunRow>('SELECT * FROM run WHERE id = $1 FOR UPDATE', [id]);
  if (!row) return;
  const stored = await tx.query<{ event: unknown }>(
    'SELECT event FROM run_event WHERE run_id = $1 ORDER BY seq, event_id',
    [id],
  );
  let run: RunWithEvents;
  try {
    run = withEvents(
      row,
      stored.map((r) => r.event),
    );
  } catch (error) {
    if (error instanceof UnreadableDocument) return;
    throw error;
  }
  await keepRecord(tx, run);
}

async function keepRecord(tx: Queryable, { id, plan, events }: RunWithEvents): Promise<void> {
  const record = recordOf(plan, events);
  const effort = sessionEffort(record.closing);
  const words = [...record.notes.map((n) => n.text), record.closing.next, ...record.sets.map((s) => s.note)];
  const made = await tx.query(
    `INSERT INTO run_record (run_id, total_ms, work_ms, paused_ms, effort, effort_by, work, squads, words, next, counted)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) ON CONFLICT (run_id) DO NOTHING RETURNING run_id`,
    [
      id,
      Math.round(record.totalMs),
      Math.round(record.workMs),
      Math.round(record.pausedMs),
      effort?.effort ?? null,
      effort?.by ?? null,
      JSON.stringify(workDone(plan, events)),
      JSON.stringify(squadsIn(plan, record)),
      words.filter(Boolean).join('\n').toLowerCase(),
      record.closing.next,
      JSON.stringify(countedIn(record.sets)),
    ],
  );
  // Whoever else was asked for it has made it just now.
  if (made.length === 0) return;
  await tx.query(
    `INSERT INTO set_record (run_id, n, block_id, station_id, move, move_key, side, round, again, layer, squad, person,
       started_ms, planned_ms, actual_ms, reps, weight_kg, effort, note)
     SELECT $1, x.n, x."blockId", x."stationId", x.move, x.key, x.side, x.round, x.again, x.layer, x.squad, x.person,
       x."startedAtMs", x."plannedMs", x."actualMs", x.reps, x."weightKg", x.effort, x.note
     FROM jsonb_to_recordset($2::jsonb) AS x (n int, "blockId" text, "stationId" text, move text, key text, side text, round int,
       again int, layer text, squad text, person text, "startedAtMs" float8, "plannedMs" int, "actualMs" int, reps int,
       "weightKg" float8, effort int, note text)`,
    [id, JSON.stringify(record.sets.map((s, n) => ({ ...s, n, key: keyOf(s.move) })))],
  );
  await tx.query(
    `INSERT INTO move_record (run_id, move_key, squad, person, move, sets, reps, best_reps, first_reps, last_reps, weight_kg, volume_kg, best_kg, last_kg)
     SELECT $1, move_key, CASE WHEN person IS NULL THEN coalesce(squad, '') ELSE '' END, coalesce(person, ''), min(move), count(*), sum(reps), max(reps),
       (array_agg(reps ORDER BY n) FILTER (WHERE reps IS NOT NULL))[1],
       (array_agg(reps ORDER BY n DESC) FILTER (WHERE reps IS NOT NULL))[1],
       max(weight_kg), sum(reps * weight_kg),
       (array_agg(weight_kg ORDER BY reps DESC NULLS LAST, weight_kg DESC NULLS LAST))[1],
       (array_agg(weight_kg ORDER BY n DESC) FILTER (WHERE reps IS NOT NULL))[1]
     FROM set_record WHERE run_id = $1 AND (reps IS NOT NULL OR weight_kg IS NOT NULL) GROUP BY 2, 3, 4`,
    [id],
  );
}

/** What a run counted, by move. */
function countedIn(sets: readonly SetRecord[]) {
  const moves = new Map<string, { key: string; move: string; reps: number | null; kg: number | null }>();
  for (const s of sets) {
    const key = keyOf(s.move);
    if (key === '' || (s.reps === null && s.weightKg === null)) continue;
    const before = moves.get(key);
    moves.set(key, { key, move: s.move, reps: most(before?.reps, s.reps), kg: most(before?.kg, s.weightKg) });
  }
  return [...moves.values()];
}

/** The greater of two numbers, either of which may be missing. */
const most = (a: number | null | undefined, b: number | null): number | null =>
  a === null || a === undefined ? b : b === null ? a : Math.max(a, b);

/** The working time of a run as it was done, by move and side; moves are those of their moment. */
function workDone(plan: Plan, events: readonly RunEvent[]): WorkSum[] {
  const sums = new Map<string, WorkSum>();
  for (const { plan: led, intervals } of doneIntervals(plan, events))
    for (const { move, side, ms } of workSums(led, { intervals, totalMs: 0, about: false })) {
      const key = `${side}:${move}`;
      sums.set(key, { move, side, ms: (sums.get(key)?.ms ?? 0) + ms });
    }
  return [...sums.values()];
}

const squadsIn = (plan: Plan, { sets, closing }: RunRecord): string[] => [
  ...new Set([
    ...(plan.squads ?? []),
    ...sets.flatMap((s) => (s.squad === null ? [] : [s.squad])),
    ...closing.felt.flatMap((f) => (f.squad === null ? [] : [f.squad])),
  ]),
];

type SetRow = {
  run_id: string;
  block_id: string | null;
  station_id: string | null;
  move: string;
  side: Side | null;
  round: number | null;
  again: number;
  layer: string | null;
  squad: string | null;
  person: string | null;
  started_ms: number | null;
  planned_ms: number | null;
  actual_ms: number | null;
  reps: number | null;
  weight_kg: number | null;
  effort: number | null;
  note: string;
};

const setFrom = (r: SetRow): SetRecord => ({
  blockId: r.block_id,
  stationId: r.station_id,
  move: r.move,
  side: r.side,
  round: r.round,
  again: r.again,
  layer: r.layer,
  squad: r.squad,
  person: r.person,
  startedAtMs: r.started_ms,
  plannedMs: r.planned_ms,
  actualMs: r.actual_ms,
  reps: r.reps,
  weightKg: r.weight_kg,
  effort: r.effort,
  note: r.note,
});

/** Of whom something is asked: all together, a squad, or a person. */
export interface OfWhom {
  squad?: string | undefined;
  person?: string | undefined;
}

/** A move of which something was counted. */
export interface CountedMove {
  move: string;
  sessions: number;
  lastAt: string;
  /** The most reps of one set of anybody, and the heaviest weight. */
  mostReps: number | null;
  mostKg: number | null;
}

/** The moves that were counted, the latest first. */
export async function countedMoves(db: Database): Promise<CountedMove[]> {
  await freshen(db);
  const rows = await db.query<{ move: string; n: number; at: Date; reps: number | null; kg: number | null }>(
    `SELECT (array_agg(c.move ORDER BY r.started_at DESC))[1] AS move, count(*)::int AS n, max(r.started_at) AS at,
       max(c.reps) AS reps, max(c.kg) AS kg
     FROM run r JOIN run_record k ON k.run_id = r.id,
       jsonb_to_recordset(k.counted) AS c (key text, move text, reps int, kg float8)
     WHERE ${COUNTS} GROUP BY c.key ORDER BY max(r.started_at) DESC, c.key LIMIT 1000`,
  );
  return rows.map((r) => ({
    move: r.move,
    sessions: r.n,
    lastAt: r.at.toISOString(),
    mostReps: r.reps,
    mostKg: r.kg,
  }));
}

/** A move in one session. */
export interface TrendPoint {
  runId: string;
  title: string;
  at: string;
  sets: number;
  reps: number | null;
  bestReps: number | null;
  firstReps: number | null;
  lastReps: number | null;
  weightKg: number | null;
  /** \u03a3 reps \u00d7 kg over the sets that have both. */
  volumeKg: number | null;
}

/** A move session by session, by any of some spellings of it, for all, a squad or a person; the earliest first. */
export async function trendOf(db: Database, keys: readonly string[], { squad, person }: OfWhom): Promise<TrendPoint[]> {
  await freshen(db);
  const rows = await db.query<{
    id: string;
    title: string;
    at: Date;
    sets: number;
    reps: number | null;
    best: number | null;
    first: number | null;
    last: number | null;
    kg: number | null;
    volume: number | null;
  }>(
    `SELECT r.id, r.title, r.started_at AS at, sum(m.sets)::int AS sets, sum(m.reps)::int AS reps, max(m.best_reps) AS best,
       (array_agg(m.first_reps))[1] AS first, (array_agg(m.last_reps))[1] AS last,
       max(m.weight_kg) AS kg, sum(m.volume_kg) AS volume
     FROM move_record m JOIN run r ON r.id = m.run_id
     WHERE m.move_key = ANY ($3::text[]) AND m.person = $2 AND m.squad = $1 AND ${COUNTS}
     GROUP BY r.id ORDER BY r.started_at, r.id`,
    [person === undefined ? (squad ?? '') : '', person ?? '', [...keys]],
  );
  return rows.map((r) => ({
    runId: r.id,
    title: r.title,
    at: r.at.toISOString(),
    sets: r.sets,
    reps: r.reps,
    bestReps: r.best,
    firstReps: r.first,
    lastReps: r.last,
    weightKg: r.kg,
    volumeKg: r.volume,
  }));
}

/** Who has a record of a move. */
export async function countedBy(
  db: Queryable,
  keys: readonly string[],
): Promise<{ squads: string[]; people: string[]; all: boolean }> {
  const rows = await db.query<{ squad: string; person: string }>(
    `SELECT DISTINCT m.squad, m.person FROM move_record m JOIN run r ON r.id = m.run_id
     WHERE m.move_key = ANY ($1::text[]) AND ${COUNTS} ORDER BY 1, 2`,
    [[...keys]],
  );
  return {
    squads: rows.flatMap((r) => (r.squad === '' ? [] : [r.squad])),
    people: rows.flatMap((r) => (r.person === '' ? [] : [r.person])),
    all: rows.some((r) => r.person === '' && r.squad === ''),
  };
}

/** A session by its sums. */
export interface Session {
  runId: string;
  planId: string;
  title: string;
  at: string;
  totalMs: number;
  workMs: number;
  effort: number | null;
  effortBy: string | null;
  squads: string[];
  work: WorkSum[];
}

/** The sessions that count begun in a time, of a squad or of anybody, the earliest first. */
export async function sessionsIn(db: Database, since: Date, until: Date, squad: string | null): Promise<Session[]> {
  await freshen(db);
  const rows = await db.query<{
    id: string;
    plan_id: string;
    title: string;
    at: Date;
    total_ms: number;
    work_ms: number;
    effort: number | null;
    effort_by: string | null;
    squads: string[];
    work: WorkSum[];
  }>(
    `SELECT r.id, r.plan_id, r.title, r.started_at AS at, k.total_ms, k.work_ms, k.effort, k.effort_by, k.squads, k.work
     FROM run r JOIN run_record k ON k.run_id = r.id
     WHERE ${COUNTS} AND r.started_at >= $1 AND r.started_at < $2 AND ($3::text IS NULL OR k.squads ? $3::text)
     ORDER BY r.started_at, r.id LIMIT 5000`,
    [since, until, squad],
  );
  return rows.map((r) => ({
    runId: r.id,
    planId: r.plan_id,
    title: r.title,
    at: r.at.toISOString(),
    totalMs: r.total_ms,
    workMs: r.work_ms,
    effort: r.effort,
    effortBy: r.effort_by,
    squads: r.squads,
    work: r.work,
  }));
}

/** A run of a class as it was, to go by the next time. */
export interface PastRun {
  id: string;
  startedAt: string;
  plan: Plan;
  record: RunRecord;
  effort: number | null;
  changes: Change[];
}

/** The last runs of a class that were led to their end and count, but for one; the latest first. */
export async function pastRuns(db: Database, planId: string, not: string, limit: number): Promise<PastRun[]> {
  const rows = await db.query<RunRow & { events: unknown[] | null }>(
    `SELECT r.*, (SELECT json_agg(e.event ORDER BY e.seq, e.event_id) FROM run_event e WHERE e.run_id = r.id) AS events
     FROM run r WHERE r.plan_id = $1 AND r.id <> $2 AND r.status = 'finished' AND ${COUNTS}
     ORDER BY r.started_at DESC, r.id LIMIT $3`,
    [planId, not, limit],
  );
  return rows.flatMap((row) => {
    try {
      const { id, plan, events, startedAt } = withEvents(row, row.events ?? []);
      const record = recordOf(plan, events);
      if (startedAt === null) return [];
      return [
        {
          id,
          startedAt,
          plan,
          record,
          effort: sessionEffort(record.closing)?.effort ?? null,
          changes: changesOf(plan, events),
        },
      ];
    } catch (error) {
      if (error instanceof UnreadableDocument) return [];
      throw error;
    }
  });
}

type Counted = Pick<SetRecord, 'reps' | 'weightKg'>;

/** What a person did: sessions with their sets, the latest first, and the best and last of each move over all of them. */
export interface PersonRecords {
  sessions: { runId: string; title: string; at: string; sets: SetRecord[] }[];
  /** Sessions that are not among them. */
  more: number;
  bests: { move: string; best: Counted; last: Counted }[];
}

/** @param limit how many sessions at most; null for all */
export async function recordsOfPerson(db: Database, person: string, limit: number | null): Promise<PersonRecords> {
  await freshen(db);
  const runs = await db.query<{ id: string; title: string; at: Date }>(
    `SELECT r.id, r.title, r.started_at AS at FROM run r
     WHERE ${COUNTS} AND r.id IN (SELECT m.run_id FROM move_record m WHERE m.person = $1) ORDER BY r.started_at DESC, r.id`,
    [person],
  );
  const shown = limit === null ? runs : runs.slice(0, limit);
  const rows = await db.query<SetRow>(
    'SELECT * FROM set_record WHERE person = $1 AND run_id = ANY ($2::text[]) ORDER BY run_id, n',
    [person, shown.map((r) => r.id)],
  );
  const sets = new Map<string, SetRecord[]>();
  for (const row of rows) sets.set(row.run_id, [...(sets.get(row.run_id) ?? []), setFrom(row)]);
  return {
    sessions: shown.map((r) => ({ runId: r.id, title: r.title, at: r.at.toISOString(), sets: sets.get(r.id) ?? [] })),
    more: runs.length - shown.length,
    bests: await bestsOf(db, person),
  };
}

/** The best set of each move, ties to the heavier, and the last. */
async function bestsOf(db: Queryable, person: string): Promise<PersonRecords['bests']> {
  const rows = await db.query<{
    key: string;
    move: string;
    best: number;
    best_kg: number | null;
    last: number;
    last_kg: number | null;
  }>(
    `SELECT m.move_key AS key, m.move,
       m.best_reps AS best, m.best_kg, m.last_reps AS last, m.last_kg
     FROM move_record m JOIN run r ON r.id = m.run_id
     WHERE m.person = $1 AND m.best_reps IS NOT NULL AND ${COUNTS} ORDER BY r.started_at, r.id`,
    [person],
  );
  const moves = new Map<string, PersonRecords['bests'][number]>();
  for (const row of rows) {
    const best = { reps: row.best, weightKg: row.best_kg };
    const before = moves.get(row.key)?.best;
    const byReps = row.best - (before?.reps ?? -1);
    const isBetter = !before || byReps > 0 || (byReps === 0 && (row.best_kg ?? 0) >= (before.weightKg ?? 0));
    moves.set(row.key, {
      move: row.move,
      best: isBetter ? best : before,
      last: { reps: row.last, weightKg: row.last_kg },
    });
  }
  return [...moves.values()].sort((a, b) => a.move.localeCompare(b.move));
}
