import type { Plan } from '../../core/class/index.ts';
import type { WorkSum } from '../../core/judge/index.ts';
import { workSums } from '../../core/judge/index.ts';
import { keyOf } from '../../core/moves/index.ts';
import { doneIntervals, type RunRecord, recordOf, type SetRecord, sessionEffort } from '../../core/record/index.ts';
import type { RunEvent } from '../../core/time/index.ts';
import type { StoredRun } from '../../core/wire/index.ts';
import type { Database, Queryable } from './database.ts';
import { wholeRuns } from './runs.ts';

const BATCH = 20;
/** Records made while somebody waits for them; where more are to be made, what is there is shown. */
const MOST_IN_REQUEST = 100;
/** After so many the database looks anew at how large its tables are. */
const MANY = 500;

/** Runs that have begun and have no record. */
const UNREAD = `r.started_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM run_record k WHERE k.run_id = r.id)`;

/** What is being made for a database behind what is asked of it. */
const behind = new WeakMap<Database, Promise<void>>();

/**
 * Brings the records up to the events of their runs. Those of runs that nothing has happened in since are there already; a run
 * that cannot be read has none.
 * @param goesOn asked before each run; false ends it there
 */
export async function rebuild(db: Database, goesOn: () => boolean = () => true): Promise<void> {
  let made = 0;
  for (let after = ''; ; ) {
    const ids = await unread(db, after, BATCH);
    for (const id of ids) {
      if (!goesOn()) return;
      await db.transaction((tx) => recordRun(tx, id));
      after = id;
      made += 1;
    }
    if (ids.length === BATCH) continue;
    if (made > MANY)
      for (const table of ['run_record', 'set_record', 'move_record']) await db.script(`ANALYZE ${table}`);
    return;
  }
}

const unread = async (db: Queryable, after: string, limit: number): Promise<string[]> =>
  (
    await db.query<{ id: string }>(`SELECT r.id FROM run r WHERE r.id > $1 AND ${UNREAD} ORDER BY r.id LIMIT $2`, [
      after,
      limit,
    ])
  ).map((r) => r.id);

/**
 * As `rebuild`, for a request: after a restore all records are to be made, which takes minutes. Then they are made behind it, and what is
 * asked goes by those that are there.
 */
export async function rebuildSoon(db: Database): Promise<void> {
  if (behind.has(db)) return;
  if ((await unread(db, '', MOST_IN_REQUEST + 1)).length <= MOST_IN_REQUEST) return rebuild(db);
  // Where it fails, the next that asks begins anew.
  rebuildBehind(db).catch(() => {});
}

/** As `rebuild`, behind all that is asked of the database. */
export function rebuildBehind(db: Database, goesOn?: () => boolean): Promise<void> {
  const making = behind.get(db) ?? rebuild(db, goesOn).finally(() => behind.delete(db));
  behind.set(db, making);
  return making;
}

/** The number of runs without a record; unreadable ones never have one, and are not counted once all others have theirs. */
export async function unreadRuns(db: Database): Promise<number> {
  if (!behind.has(db)) return 0;
  const [row] = await db.query<{ n: number }>(`SELECT count(*)::int AS n FROM run r WHERE ${UNREAD}`);
  return row?.n ?? 0;
}

async function recordRun(tx: Queryable, id: string): Promise<void> {
  await tx.query('SELECT 1 AS locked FROM run WHERE id = $1 FOR UPDATE', [id]);
  for (const run of await wholeRuns(tx, 'r.id = $1', [id])) await keepRecord(tx, run);
}

async function keepRecord(tx: Queryable, { id, plan, events }: StoredRun): Promise<void> {
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
