import type { Plan, Side } from '../../core/class/index.ts';
import type { WorkSum } from '../../core/judge/index.ts';
import {
  type Change,
  changesOf,
  type RunRecord,
  recordOf,
  type SetRecord,
  sessionEffort,
} from '../../core/record/index.ts';
import type { Database, Queryable } from './database.ts';
import { UnreadableDocument } from './documents.ts';
import { rebuildSoon } from './record-rows.ts';
import { type RunRow, withEvents } from './runs.ts';

/** Runs that count in sums: begun, neither abandoned nor a trial nor in the bin. */
const COUNTS = "r.started_at IS NOT NULL AND r.status <> 'abandoned' AND NOT r.trial AND r.deleted_at IS NULL";

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
  await rebuildSoon(db);
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
  /** Σ reps × kg over the sets that have both. */
  volumeKg: number | null;
}

/** A move session by session, by any of some spellings of it, for all, a squad or a person; the earliest first. */
export async function trendOf(db: Database, keys: readonly string[], { squad, person }: OfWhom): Promise<TrendPoint[]> {
  await rebuildSoon(db);
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
  await rebuildSoon(db);
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
  await rebuildSoon(db);
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
