import { parseWith, readStoredPlan } from '../../core/class/index.ts';
import { type WorkSum, workSums } from '../../core/judge/index.ts';
import { keyOf } from '../../core/moves/index.ts';
import {
  asLeft,
  compile,
  foldRun,
  idleEnd,
  OutlineSchema,
  outlineOf,
  sumDeviations,
  summarise,
  viewOf,
} from '../../core/time/index.ts';
import type { GoingRun, Page, RunSums } from '../../core/wire/index.ts';
import type { Database, Queryable } from './database.ts';
import { readable, UnreadableDocument } from './documents.ts';
import { fieldsOf } from './fields.ts';
import { anywhere, type Cursor, searchWords, writeCursor } from './page.ts';
import { rebuildSoon } from './record-rows.ts';
import { asOf, RUN, type RunRow, SUMS, sumUp, wholeRuns } from './runs.ts';

/** What lists ask of a run: no documents. */
type SumsRow = Omit<RunSums, 'outline'> & { at: string; outline: unknown };

/** A query of the log: words of titles and notes, and filters. */
export interface RunQuery {
  query?: string;
  since?: Date | null;
  until?: Date | null;
  planId?: string | null;
  squad?: string | null;
  move?: string | null;
  trial?: 'only' | 'none' | null;
  /** Those in the bin, in place of the others. */
  bin?: boolean;
  after?: Cursor | null;
  limit: number;
  /** Now, ms since 1970: a run that has run out by then has finished. */
  nowMs: number;
}

/** Whether what is asked for is found by the records of runs. */
const asksRecords = ({ query = '', squad, move }: RunQuery) => query !== '' || Boolean(squad) || Boolean(move);

/** A page of the runs that have begun, the latest first. */
export async function listRuns(db: Database, asked: RunQuery): Promise<Page<RunSums>> {
  const { query = '', since = null, until = null, planId = null, squad = null, move = null, trial = null } = asked;
  const { bin = false, after = null, limit, nowMs } = asked;
  if (asksRecords(asked)) await rebuildSoon(db);
  const rows = await fieldsOf<SumsRow>(
    db,
    `SELECT ${SUMS}, outline, deviations, started_at::text AS at FROM run
     WHERE started_at IS NOT NULL AND (deleted_at IS NOT NULL) = $6 AND ($2::text IS NULL OR (started_at, id) < ($2::timestamptz, $3::text))
       AND (cardinality($4::text[]) = 0 OR lower(title) LIKE ALL ($4::text[])
         OR EXISTS (SELECT 1 FROM run_record k WHERE k.run_id = run.id AND lower(run.title) || ' ' || k.words LIKE ALL ($4::text[])))
       AND ($5::timestamptz IS NULL OR started_at >= $5) AND ($7::timestamptz IS NULL OR started_at < $7)
       AND ($8::text IS NULL OR plan_id = $8) AND ($11::text IS NULL OR trial = ($11 = 'only'))
       AND ($9::text IS NULL OR EXISTS (SELECT 1 FROM run_record k WHERE k.run_id = run.id AND k.squads ? $9))
       AND ($10::text IS NULL OR EXISTS (SELECT 1 FROM set_record s WHERE s.run_id = run.id AND s.move_key = $10))
     ORDER BY started_at DESC, id DESC LIMIT $1`,
    [
      limit + 1,
      after?.at ?? null,
      after?.id ?? null,
      searchWords(query).map(anywhere),
      since,
      bin,
      until,
      planId,
      squad,
      move === null ? null : keyOf(move),
      trial,
    ],
  );
  const last = rows.length > limit ? rows[limit - 1] : undefined;
  const shown = rows.slice(0, limit);
  const live = await listedNow(
    db,
    shown.filter((r) => r.status === 'running' || r.status === 'paused').map((r) => r.id),
    nowMs,
  );
  const { items, faults } = readable(shown, (row) => live.get(row.id) ?? listed(row));
  return { items, faults, next: last ? writeCursor({ at: last.at, id: last.id }) : null };
}

function listed({ at: _, outline, ...sums }: SumsRow): RunSums {
  const read = parseWith(OutlineSchema, outline);
  if (read.ok) return { ...sums, outline: read.value };
  throw new UnreadableDocument(`The run of \u201c${sums.title}\u201d`, [
    { path: 'class', message: 'as it was led does not fit this version' },
  ]);
}

/** Runs that may be under way as they stand now; those that cannot be read are left to the list. */
async function listedNow(db: Queryable, ids: readonly string[], nowMs: number): Promise<Map<string, RunSums>> {
  const found = new Map<string, RunSums>();
  if (ids.length === 0) return found;
  for (const run of await wholeRuns(db, 'r.id = ANY ($1)', [ids])) {
    const { plan, events, faults: _, clockOffsetMs: __, ...sums } = asOf(run, nowMs);
    const { deviations } = summarise(plan, asLeft(foldRun(plan, events), nowMs));
    found.set(run.id, { ...sums, outline: outlineOf(plan), deviations: sumDeviations(deviations) });
  }
  return found;
}

/** The runs that go on at a moment (ms since 1970): begun, and neither ended nor run out by then; the latest first. */
export async function goingRuns(db: Queryable, nowMs: number): Promise<GoingRun[]> {
  const going = await wholeRuns(
    db,
    "r.status IN ('running', 'paused') AND r.deleted_at IS NULL ORDER BY r.started_at DESC LIMIT 20",
  );
  return going.flatMap((run) => {
    const state = asLeft(foldRun(run.plan, run.events), nowMs - run.clockOffsetMs);
    if (state.status !== 'running' && state.status !== 'paused') return [];
    const { toEndMs, waiting } = viewOf(state);
    const { id, planId, title, startedAt } = run;
    return [{ id, planId, title, startedAt, status: state.status, toEndMs: Math.round(toEndMs), waiting }];
  });
}

/** Runs that stand still and that nobody has touched for hours: each with the moment since which it does, on its desk's clock. */
export async function idleRuns(db: Queryable, nowMs: number): Promise<{ id: string; endMs: number }[]> {
  const open = await wholeRuns(
    db,
    "r.status IN ('running', 'paused') AND r.deleted_at IS NULL ORDER BY r.id LIMIT 500",
  );
  return open.flatMap((run) => {
    const endMs = idleEnd(foldRun(run.plan, run.events), nowMs - run.clockOffsetMs);
    return endMs === null ? [] : [{ id: run.id, endMs }];
  });
}

/** The runs of a class that have begun and are not known to have ended, the latest first. */
export const openRunsOf = async (db: Queryable, planId: string): Promise<string[]> =>
  (
    await db.query<{ id: string }>(
      `SELECT id FROM run WHERE plan_id = $1 AND status IN ('running', 'paused') AND deleted_at IS NULL
       ORDER BY started_at DESC LIMIT 5`,
      [planId],
    )
  ).map((r) => r.id);

/** The number of runs begun since a time and not abandoned, and their planned working time by move and side. */
export async function workSince(db: Queryable, since: Date): Promise<{ runs: number; work: WorkSum[] }> {
  const begun = "started_at >= $1 AND status <> 'abandoned' AND NOT trial AND deleted_at IS NULL";
  const [count] = await db.query<{ n: number }>(`SELECT count(*)::int AS n FROM run WHERE ${begun}`, [since]);
  const work = await db.query<WorkSum>(
    `SELECT w->>'move' AS move, w->>'side' AS side, sum((w->>'ms')::float8) AS ms
     FROM run, jsonb_array_elements(coalesce(work, '[]')) AS w WHERE ${begun} GROUP BY 1, 2 ORDER BY 1, 2`,
    [since],
  );
  return { runs: count?.n ?? 0, work };
}

/** Fills in what lists ask of runs of an older database; a run that cannot be read stays named as such. */
export async function fillRuns(db: Queryable): Promise<void> {
  for (let after = ''; ; ) {
    const rows = await fieldsOf<RunRow>(
      db,
      `SELECT ${RUN} FROM run WHERE outline IS NULL AND id > $1 ORDER BY id LIMIT 100`,
      [after],
    );
    if (rows.length === 0) return;
    for (const row of rows) {
      after = row.id;
      const plan = readStoredPlan(row.document, { ran: true });
      if (!plan.ok) continue;
      await db.query('UPDATE run SET outline = $2, work = $3 WHERE id = $1', [
        row.id,
        JSON.stringify(outlineOf(plan.value.plan)),
        JSON.stringify(workSums(plan.value.plan, compile(plan.value.plan))),
      ]);
      await sumUp(db, row);
    }
  }
}
