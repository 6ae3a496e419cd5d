import { comparePlans } from '../../core/compare/index.ts';
import { type Plan, type Problem, readStoredPlan, type Stored, searchText } from '../../core/plan/index.ts';
import { compile } from '../../core/timeline/index.ts';
import type { Database, Queryable } from './database.ts';
import { anywhere, type Cursor, type Fault, type Page, searchWords, writeCursor } from './page.ts';

/** A stored class plan. */
export interface StoredPlan {
  plan: Plan;
  version: number;
  updatedAt: string;
  /** When the class was last led; null when it never was. */
  lastLedAt: string | null;
  /** What was changed in an older document to make it one of today, in words. */
  told: string[];
}

export interface StoredVersion {
  version: number;
  savedAt: string;
  title: string;
  totalMs: number;
  /** What the instructor calls it; null where it has no name. */
  name: string | null;
  /** What the text after it changed, in words, and how much more than is told; null where one of them cannot be read. */
  changes: { told: string[]; more: number } | null;
}

export type SaveResult = { ok: true; stored: StoredPlan } | { ok: false; current: StoredPlan };

type PlanRow = {
  id: string;
  title: string;
  document: unknown;
  version: number;
  updated_at: Date;
  last_led_at: Date | null;
};

const SELECT = `SELECT p.id, p.title, p.document, p.version, p.updated_at,
    (SELECT max(r.started_at) FROM run r WHERE r.plan_id = p.id AND r.status <> 'abandoned') AS last_led_at
  FROM plan p`;

/** A stored document that does not fit its schema, named; the rest of the database is not held up by it. */
export class UnreadableDocument extends Error {
  constructor(
    readonly what: string,
    readonly problems: readonly Problem[],
  ) {
    super(`${what} cannot be read: ${problems[0]?.path}: ${problems[0]?.message}`);
  }
}

/** A stored class document, brought up to this version; throws `UnreadableDocument`. */
export function storedOf(document: unknown, what: string, how: { ran?: boolean } = {}): Stored {
  const result = readStoredPlan(document, how);
  if (result.ok) return result.value;
  throw new UnreadableDocument(what, result.problems);
}

/** What can be read of some rows, and what cannot. */
export function readable<R extends { id: string; title: string }, T>(
  rows: readonly R[],
  read: (row: R) => T,
): { items: T[]; faults: Fault[] } {
  const items: T[] = [];
  const faults: Fault[] = [];
  for (const row of rows)
    try {
      items.push(read(row));
    } catch (error) {
      if (!(error instanceof UnreadableDocument)) throw error;
      faults.push({ id: row.id, title: row.title, problem: error.message });
    }
  return { items, faults };
}

const fromRow = (row: PlanRow): StoredPlan => ({
  ...storedOf(row.document, `The class \u201c${row.title}\u201d`),
  version: row.version,
  updatedAt: row.updated_at.toISOString(),
  lastLedAt: row.last_led_at?.toISOString() ?? null,
});

/** Which classes are asked for: by words, only those with a room plan, after a place in the list. */
export interface PlanQuery {
  query?: string;
  after?: Cursor | null;
  withRoom?: boolean;
  limit: number;
}

/** A page of the classes that are not deleted and have every word of a search, the latest change first. */
export async function listPlans(
  db: Queryable,
  { query = '', after = null, withRoom = false, limit }: PlanQuery,
): Promise<Page<StoredPlan>> {
  const words = searchWords(query).map(anywhere);
  const rows = await db.query<PlanRow & { at: string }>(
    `SELECT x.*, x.updated_at::text AS at FROM (${SELECT}
     WHERE p.deleted_at IS NULL AND ($2::text IS NULL OR (p.updated_at, p.id) < ($2::timestamptz, $3::text))
       AND (cardinality($4::text[]) = 0 OR coalesce(p.search, lower(p.title)) LIKE ALL ($4::text[]))
       AND (NOT $5::boolean OR p.document ? 'layout')
     ORDER BY p.updated_at DESC, p.id DESC LIMIT $1) x ORDER BY x.updated_at DESC, x.id DESC`,
    [limit + 1, after?.at ?? null, after?.id ?? null, words, withRoom],
  );
  const last = rows.length > limit ? rows[limit - 1] : undefined;
  const shown = rows.slice(0, limit);
  return { ...readable(shown, fromRow), next: last ? writeCursor({ at: last.at, id: last.id }) : null };
}

/** How many classes there are that are not deleted. */
export async function countPlans(db: Queryable): Promise<number> {
  const [row] = await db.query<{ n: number }>('SELECT count(*)::int AS n FROM plan WHERE deleted_at IS NULL');
  return row?.n ?? 0;
}

/** One plan, deleted or not; null when there is none of that id. Throws `UnreadableDocument`. */
export async function findPlan(db: Queryable, id: string): Promise<StoredPlan | null> {
  const [row] = await db.query<PlanRow>(`${SELECT} WHERE p.id = $1`, [id]);
  return row ? fromRow(row) : null;
}

/** A plan's document as it is stored, whether or not it can be read; null when there is none of that id. */
export async function findDocument(db: Queryable, id: string): Promise<{ title: string; document: unknown } | null> {
  const [row] = await db.query<{ title: string; document: unknown }>('SELECT title, document FROM plan WHERE id = $1', [
    id,
  ]);
  return row ?? null;
}

/**
 * Saves a plan made from `baseVersion` (0 for a new one) and keeps the text before it. When the stored version is
 * another one, nothing is saved and the stored plan comes back; saving the same text again is not a conflict.
 */
export function savePlan(db: Database, plan: Plan, baseVersion: number): Promise<SaveResult> {
  return db.transaction((tx) => savePlanIn(tx, plan, baseVersion));
}

/** `savePlan` as a part of a larger transaction. */
export async function savePlanIn(tx: Queryable, plan: Plan, baseVersion: number): Promise<SaveResult> {
  const values = [plan.id, plan.title, JSON.stringify(plan), compile(plan).totalMs, searchText(plan)];
  const made = await tx.query(
    `INSERT INTO plan (id, title, version, document, total_ms, search) VALUES ($1, $2, 1, $3, $4, $5)
     ON CONFLICT (id) DO NOTHING RETURNING id`,
    values,
  );
  if (made.length === 0) {
    const [old] = await tx.query<{ version: number; same: boolean }>(
      'SELECT version, document = $2::jsonb AS same FROM plan WHERE id = $1 FOR UPDATE',
      [plan.id, values[2]],
    );
    if (old?.version !== baseVersion && !old?.same) {
      const current = await findPlan(tx, plan.id);
      if (current) return { ok: false, current };
    }
    if (!old?.same) await keepAndReplace(tx, values);
  }
  const stored = await findPlan(tx, plan.id);
  if (!stored) throw new Error('The plan just saved is not there');
  return { ok: true, stored };
}

/** Autosaves of one sitting are one version: of texts nearer together than this the later takes the earlier's place. */
const SITTING = "interval '10 minutes'";

/**
 * Keeps the text there was and puts the new one in its place. What a sitting began with stays, and what it ended with; between
 * them one text every ten minutes, and every one that has a name.
 */
async function keepAndReplace(tx: Queryable, values: readonly unknown[]): Promise<void> {
  await tx.query(
    `WITH newest AS (
       SELECT version, saved_at, lag(saved_at) OVER (ORDER BY version) AS before
       FROM plan_version WHERE plan_id = $1 AND name IS NULL
       ORDER BY version DESC LIMIT 1)
     DELETE FROM plan_version v USING newest n
     WHERE v.plan_id = $1 AND v.version = n.version AND n.saved_at < n.before + ${SITTING}
       AND (SELECT updated_at FROM plan WHERE id = $1) < n.saved_at + ${SITTING}`,
    [values[0]],
  );
  await tx.query(
    `INSERT INTO plan_version (plan_id, version, document, total_ms, saved_at)
     SELECT id, version, document, total_ms, updated_at FROM plan WHERE id = $1 ON CONFLICT DO NOTHING`,
    [values[0]],
  );
  await tx.query(
    `UPDATE plan SET title = $2, version = version + 1, document = $3, total_ms = $4, search = $5, updated_at = now(),
       deleted_at = NULL WHERE id = $1`,
    values,
  );
}

/** Names a text of a class, an earlier one or that of now, or takes its name away; false when there is no such text. */
export async function nameVersion(db: Queryable, id: string, version: number, name: string | null): Promise<boolean> {
  await db.query(
    `INSERT INTO plan_version (plan_id, version, document, total_ms, saved_at)
     SELECT id, version, document, total_ms, updated_at FROM plan WHERE id = $1 AND version = $2 AND $3::text IS NOT NULL
     ON CONFLICT DO NOTHING`,
    [id, version, name],
  );
  const rows = await db.query(
    'UPDATE plan_version SET name = $3 WHERE plan_id = $1 AND version = $2 RETURNING version',
    [id, version, name],
  );
  return rows.length > 0;
}

/** Fills in what classes of an older database are found by. */
export async function fillSearch(db: Queryable): Promise<void> {
  for (;;) {
    const rows = await db.query<{ id: string; title: string; document: unknown }>(
      'SELECT id, title, document FROM plan WHERE search IS NULL LIMIT 100',
    );
    if (rows.length === 0) return;
    for (const row of rows) {
      const plan = readStoredPlan(row.document);
      const search = plan.ok ? searchText(plan.value.plan) : row.title.toLowerCase();
      await db.query('UPDATE plan SET search = $2 WHERE id = $1', [row.id, search]);
    }
  }
}

/** Marks a plan deleted, or takes the mark away; false when there is no such plan. */
export async function setDeleted(db: Queryable, id: string, deleted: boolean): Promise<boolean> {
  const rows = await db.query('UPDATE plan SET deleted_at = CASE WHEN $2 THEN now() END WHERE id = $1 RETURNING id', [
    id,
    deleted,
  ]);
  return rows.length > 0;
}

/** So many changes between two texts are told; of the rest only how many there are. */
const MOST_TOLD = 4;

/** A page of a plan's earlier texts, the newest first, from below a version on. */
export async function listVersions(
  db: Queryable,
  id: string,
  { below = null, limit }: { below?: number | null; limit: number },
): Promise<{ items: StoredVersion[]; next: number | null }> {
  const rows = await db.query<{
    version: number;
    saved_at: Date;
    title: string;
    total_ms: number;
    name: string | null;
    document: unknown;
    after: unknown;
  }>(
    `SELECT v.version, v.saved_at, v.document->>'title' AS title, v.total_ms, v.name, v.document,
       coalesce((SELECT n.document FROM plan_version n WHERE n.plan_id = $1 AND n.version > v.version
                 ORDER BY n.version LIMIT 1),
                (SELECT p.document FROM plan p WHERE p.id = $1)) AS after
     FROM plan_version v
     WHERE v.plan_id = $1 AND ($2::int IS NULL OR v.version < $2) ORDER BY v.version DESC LIMIT $3`,
    [id, below, limit + 1],
  );
  const items = rows.slice(0, limit).map((r) => ({
    version: r.version,
    savedAt: r.saved_at.toISOString(),
    title: r.title,
    totalMs: r.total_ms,
    name: r.name,
    changes: changesBetween(r.document, r.after),
  }));
  return { items, next: rows.length > limit ? (items.at(-1)?.version ?? null) : null };
}

function changesBetween(before: unknown, after: unknown): StoredVersion['changes'] {
  const [a, b] = [readStoredPlan(before), readStoredPlan(after)];
  if (!a.ok || !b.ok) return null;
  const found = comparePlans(a.value.plan, b.value.plan).map((d) =>
    d.block === null ? d.text : `${d.block}: ${d.text}`,
  );
  return { told: found.slice(0, MOST_TOLD), more: Math.max(0, found.length - MOST_TOLD) };
}

/** One earlier text of a plan; null when it is not kept. Throws `UnreadableDocument`. */
export async function findVersion(db: Queryable, id: string, version: number): Promise<Plan | null> {
  const [row] = await db.query<{ document: unknown }>(
    'SELECT document FROM plan_version WHERE plan_id = $1 AND version = $2',
    [id, version],
  );
  return row ? storedOf(row.document, `Version ${version}`).plan : null;
}

/**
 * Thins the history: all texts of the last two days and the newest fifty of each class stay, of older ones the last of every
 * hour for two weeks and the last of every day from then on, for two years. Named ones stay. Gives how many went.
 */
export async function thinHistory(db: Queryable, now: Date): Promise<number> {
  const gone = await db.query(
    `WITH aged AS (
       SELECT plan_id, version, saved_at,
         row_number() OVER (PARTITION BY plan_id ORDER BY version DESC) AS nth,
         CASE WHEN saved_at > $1::timestamptz - interval '14 days' THEN date_trunc('hour', saved_at)
              ELSE date_trunc('day', saved_at) END AS stretch
       FROM plan_version),
     ranked AS (
       SELECT *, row_number() OVER (PARTITION BY plan_id, stretch ORDER BY version DESC) AS in_stretch FROM aged)
     DELETE FROM plan_version v USING ranked r
     WHERE v.plan_id = r.plan_id AND v.version = r.version AND v.name IS NULL
       AND r.nth > 50 AND r.saved_at < $1::timestamptz - interval '2 days'
       AND (r.in_stretch > 1 OR r.saved_at < $1::timestamptz - interval '2 years')
     RETURNING 1 AS gone`,
    [now],
  );
  return gone.length;
}
