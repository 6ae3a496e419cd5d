import type { Plan } from '../../core/class/index.ts';
import {
  changesOf,
  type PlanChange,
  type RunRecord,
  recordOf,
  type SetRecord,
  sessionEffort,
} from '../../core/record/index.ts';
import type { CountedMove, Session, TrendPoint } from '../../core/wire/index.ts';
import type { Database, Queryable } from './database.ts';
import { fieldsOf } from './fields.ts';
import { rebuildSoon } from './record-rows.ts';
import { wholeRuns } from './runs.ts';

/** Runs that count in sums: begun, neither abandoned nor a trial nor in the bin. */
const COUNTS = "r.started_at IS NOT NULL AND r.status <> 'abandoned' AND NOT r.trial AND r.deleted_at IS NULL";

/** Of whom something is asked: all together, a squad, or a person. */
export interface OfWhom {
  squad?: string | undefined;
  person?: string | undefined;
}

/** The move that a key of a typed name stands for: one key for all names that it goes by. */
export type SameMove = (key: string) => string;

/** The moves that were counted, the latest first, whatever name they went by; each as it was typed last, with how else. */
export async function countedMoves(db: Database, same: SameMove): Promise<CountedMove[]> {
  await rebuildSoon(db);
  const keys = await keysCounted(db);
  return fieldsOf(
    db,
    `SELECT (array_agg(c.move ORDER BY r.started_at DESC, c.key))[1] AS move, count(DISTINCT r.id)::int AS sessions,
       max(r.started_at) AS last_at, max(c.reps) AS most_reps, max(c.kg) AS most_kg, array_agg(DISTINCT c.move) AS names
     FROM run r JOIN run_record k ON k.run_id = r.id,
       jsonb_to_recordset(k.counted) AS c (key text, move text, reps int, kg float8)
       JOIN unnest($1::text[], $2::text[]) AS s (key, of) ON s.key = c.key
     WHERE ${COUNTS} GROUP BY s.of ORDER BY max(r.started_at) DESC, s.of LIMIT 1000`,
    [keys, keys.map(same)],
  );
}

/** The keys of all names under which something was counted. */
export const keysCounted = async (db: Queryable): Promise<string[]> =>
  (
    await db.query<{ key: string }>(
      `SELECT DISTINCT c.key FROM run_record k, jsonb_to_recordset(k.counted) AS c (key text) ORDER BY 1`,
    )
  ).map((row) => row.key);

/** A move session by session, by any of some spellings of it, for all, a squad or a person; the earliest first. */
export async function trendOf(db: Database, keys: readonly string[], { squad, person }: OfWhom): Promise<TrendPoint[]> {
  await rebuildSoon(db);
  return fieldsOf(
    db,
    `SELECT r.id AS run_id, r.title, r.started_at AS at, sum(m.sets)::int AS sets, sum(m.reps)::int AS reps,
       max(m.best_reps) AS best_reps, (array_agg(m.first_reps))[1] AS first_reps, (array_agg(m.last_reps))[1] AS last_reps,
       max(m.weight_kg) AS weight_kg, sum(m.volume_kg) AS volume_kg
     FROM move_record m JOIN run r ON r.id = m.run_id
     WHERE m.move_key = ANY ($3::text[]) AND m.person = $2 AND m.squad = $1 AND ${COUNTS}
     GROUP BY r.id ORDER BY r.started_at, r.id`,
    [person === undefined ? (squad ?? '') : '', person ?? '', [...keys]],
  );
}

/** The squads and people with a record of a move. */
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

/** The sessions that count begun in a time, of a squad or of anybody, the earliest first. */
export async function sessionsIn(db: Database, since: Date, until: Date, squad: string | null): Promise<Session[]> {
  await rebuildSoon(db);
  return fieldsOf(
    db,
    `SELECT r.id AS run_id, r.plan_id, r.title, r.started_at AS at,
       k.total_ms, k.work_ms, k.effort, k.effort_by, k.squads, k.work
     FROM run r JOIN run_record k ON k.run_id = r.id
     WHERE ${COUNTS} AND r.started_at >= $1 AND r.started_at < $2 AND ($3::text IS NULL OR k.squads ? $3::text)
     ORDER BY r.started_at, r.id LIMIT 5000`,
    [since, until, squad],
  );
}

/** A run of a class as it was, to go by the next time. */
export interface PastRunRecord {
  id: string;
  startedAt: string;
  plan: Plan;
  record: RunRecord;
  effort: number | null;
  changes: PlanChange[];
}

/** The last runs of a class that were led to their end and count, but for one; the latest first. */
export async function pastRuns(db: Database, planId: string, not: string, limit: number): Promise<PastRunRecord[]> {
  const runs = await wholeRuns(
    db,
    `r.plan_id = $1 AND r.id <> $2 AND r.status = 'finished' AND ${COUNTS} ORDER BY r.started_at DESC, r.id LIMIT $3`,
    [planId, not, limit],
  );
  return runs.flatMap(({ id, plan, events, startedAt }) => {
    if (startedAt === null) return [];
    const record = recordOf(plan, events);
    const effort = sessionEffort(record.closing)?.effort ?? null;
    return [{ id, startedAt, plan, record, effort, changes: changesOf(plan, events) }];
  });
}

type Counted = Pick<SetRecord, 'reps' | 'weightKg'>;

/** The records of a person: sessions with their sets, the latest first, and the best and last of each move. */
export interface PersonRecords {
  sessions: { runId: string; title: string; at: string; sets: SetRecord[] }[];
  /** Sessions that are not among them. */
  more: number;
  bests: { move: string; best: Counted; last: Counted }[];
}

/** @param limit how many sessions at most; null for all */
export async function recordsOfPerson(
  db: Database,
  person: string,
  limit: number | null,
  same: SameMove,
): Promise<PersonRecords> {
  await rebuildSoon(db);
  const runs = await fieldsOf<{ runId: string; title: string; at: string }>(
    db,
    `SELECT r.id AS run_id, r.title, r.started_at AS at FROM run r
     WHERE ${COUNTS} AND r.id IN (SELECT m.run_id FROM move_record m WHERE m.person = $1) ORDER BY r.started_at DESC, r.id`,
    [person],
  );
  const shown = limit === null ? runs : runs.slice(0, limit);
  const rows = await fieldsOf<SetRecord & { runId: string }>(
    db,
    `SELECT run_id, block_id, station_id, move, side, round, again, layer, squad, person, started_ms AS started_at_ms,
       planned_ms, actual_ms, reps, weight_kg, effort, note
     FROM set_record WHERE person = $1 AND run_id = ANY ($2::text[]) ORDER BY run_id, n`,
    [person, shown.map((r) => r.runId)],
  );
  const sets = new Map<string, SetRecord[]>();
  for (const { runId, ...set } of rows) sets.set(runId, [...(sets.get(runId) ?? []), set]);
  return {
    sessions: shown.map((run) => ({ ...run, sets: sets.get(run.runId) ?? [] })),
    more: runs.length - shown.length,
    bests: await bestsOf(db, person, same),
  };
}

/** The best set of each move, ties to the heavier, and the last. */
async function bestsOf(db: Queryable, person: string, same: SameMove): Promise<PersonRecords['bests']> {
  const rows = await fieldsOf<{ key: string; move: string; best: number; bestKg: number | null } & Counted>(
    db,
    `SELECT m.move_key AS key, m.move,
       m.best_reps AS best, m.best_kg, m.last_reps AS reps, m.last_kg AS weight_kg
     FROM move_record m JOIN run r ON r.id = m.run_id
     WHERE m.person = $1 AND m.best_reps IS NOT NULL AND ${COUNTS} ORDER BY r.started_at, r.id`,
    [person],
  );
  const moves = new Map<string, PersonRecords['bests'][number]>();
  for (const { key: typed, move, best: reps, bestKg: weightKg, ...last } of rows) {
    const key = same(typed);
    const before = moves.get(key)?.best;
    const byReps = reps - (before?.reps ?? -1);
    const isBetter = !before || byReps > 0 || (byReps === 0 && (weightKg ?? 0) >= (before.weightKg ?? 0));
    moves.set(key, { move, best: isBetter ? { reps, weightKg } : before, last });
  }
  return [...moves.values()].sort((a, b) => a.move.localeCompare(b.move));
}
