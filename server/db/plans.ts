import { type Plan, readStoredPlan, searchText } from '../../core/class/index.ts';
import { compile, type Outline, outlineOf } from '../../core/time/index.ts';
import type { Page, StoredPlan } from '../../core/wire/index.ts';
import type { Database, Queryable } from './database.ts';
import { readable, storedOf } from './documents.ts';
import { fieldsOf } from './fields.ts';
import { anywhere, type Cursor, searchWords, writeCursor } from './page.ts';

/** A save that met another version, or a class in the bin, gives the class as it is stored. */
export type SaveResult = { ok: true; stored: StoredPlan } | { ok: false; current: StoredPlan };

type PlanRow = Omit<StoredPlan, 'plan' | 'told'> & { id: string; title: string; document: unknown };

const LAST_LED = `(SELECT max(r.started_at) FROM run r
  WHERE r.plan_id = p.id AND r.status <> 'abandoned' AND NOT r.trial AND r.deleted_at IS NULL)`;

const SELECT = `SELECT p.id, p.title, p.document, p.version, p.updated_at, p.deleted_at, ${LAST_LED} AS last_led_at
  FROM plan p`;

const fromRow = ({ title, document, version, updatedAt, lastLedAt, deletedAt }: PlanRow): StoredPlan => ({
  ...storedOf(document, `The class \u201c${title}\u201d`),
  version,
  updatedAt,
  lastLedAt,
  deletedAt,
});

/** A query for classes: by words, only those with a room plan, after a cursor. */
export interface PlanQuery {
  query?: string;
  after?: Cursor | null;
  withRoom?: boolean;
  /** All but those that are part of a series. */
  noSeries?: boolean;
  /** Those in the bin, in place of the others. */
  bin?: boolean;
  limit: number;
}

/** A page of the classes that are not in the bin, or of those that are, and have every word of a search, the latest change first. */
export async function listPlans(
  db: Queryable,
  { query = '', after = null, withRoom = false, noSeries = false, bin = false, limit }: PlanQuery,
): Promise<Page<StoredPlan>> {
  const words = searchWords(query).map(anywhere);
  const rows = await fieldsOf<PlanRow & { at: string }>(
    db,
    `SELECT x.*, x.updated_at::text AS at FROM (${SELECT}
     WHERE (p.deleted_at IS NOT NULL) = $6 AND ($2::text IS NULL OR (p.updated_at, p.id) < ($2::timestamptz, $3::text))
       AND (cardinality($4::text[]) = 0 OR coalesce(p.search, lower(p.title)) LIKE ALL ($4::text[]))
       AND (NOT $5::boolean OR p.document ? 'layout') AND (NOT $7::boolean OR NOT p.document ? 'series')
     ORDER BY p.updated_at DESC, p.id DESC LIMIT $1) x ORDER BY x.updated_at DESC, x.id DESC`,
    [limit + 1, after?.at ?? null, after?.id ?? null, words, withRoom, bin, noSeries],
  );
  const last = rows.length > limit ? rows[limit - 1] : undefined;
  const shown = rows.slice(0, limit);
  return { ...readable(shown, fromRow), next: last ? writeCursor({ at: last.at, id: last.id }) : null };
}

/** The number of classes that are not deleted. */
export async function countPlans(db: Queryable): Promise<number> {
  const [row] = await db.query<{ n: number }>('SELECT count(*)::int AS n FROM plan WHERE deleted_at IS NULL');
  return row?.n ?? 0;
}

/** One plan, deleted or not; null when there is none of that id. Throws `UnreadableDocument`. */
export async function findPlan(db: Queryable, id: string): Promise<StoredPlan | null> {
  const [row] = await fieldsOf<PlanRow>(db, `${SELECT} WHERE p.id = $1`, [id]);
  return row ? fromRow(row) : null;
}

/** The shapes of some classes that are not in the bin, of each that there is and that can be read. */
export async function outlinesOf(db: Queryable, ids: readonly string[]): Promise<{ id: string; outline: Outline }[]> {
  const rows = await db.query<{ id: string; document: unknown }>(
    'SELECT id, document FROM plan WHERE id = ANY ($1::text[]) AND deleted_at IS NULL ORDER BY id',
    [ids],
  );
  return rows.flatMap(({ id, document }) => {
    const read = readStoredPlan(document);
    return read.ok ? [{ id, outline: outlineOf(read.value.plan) }] : [];
  });
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
 * another one, or is in the bin, nothing is saved and the stored plan comes back; saving the same text again is not a conflict.
 */
export async function savePlan(db: Database, plan: Plan, baseVersion: number): Promise<SaveResult> {
  const stored = baseVersion > 0 ? await replacePlan(db, plan, baseVersion) : null;
  return stored ? { ok: true, stored } : db.transaction((tx) => savePlanIn(tx, plan, baseVersion));
}

/** `savePlan` as a part of a larger transaction. */
export async function savePlanIn(tx: Queryable, plan: Plan, baseVersion: number): Promise<SaveResult> {
  const made = await tx.query(
    `INSERT INTO plan (id, title, version, document, total_ms, search) VALUES ($1, $2, 1, $3, $4, $5)
     ON CONFLICT (id) DO NOTHING RETURNING id`,
    valuesOf(plan),
  );
  if (made.length === 0) {
    const [old] = await tx.query<{ version: number; same: boolean; binned: boolean }>(
      'SELECT version, document = $2::jsonb AS same, deleted_at IS NOT NULL AS binned FROM plan WHERE id = $1 FOR UPDATE',
      [plan.id, JSON.stringify(plan)],
    );
    if (old?.binned || (old?.version !== baseVersion && !old?.same)) {
      const current = await findPlan(tx, plan.id);
      if (current) return { ok: false, current };
    }
    const replaced = old?.same ? null : await replacePlan(tx, plan, baseVersion);
    if (replaced) return { ok: true, stored: replaced };
  }
  const stored = await findPlan(tx, plan.id);
  if (!stored) throw new Error('The plan just saved is not there');
  return { ok: true, stored };
}

const valuesOf = (plan: Plan) => [plan.id, plan.title, JSON.stringify(plan), compile(plan).totalMs, searchText(plan)];

/** Autosaves of one sitting are one version: of texts nearer together than this the later takes the earlier's place. */
const SITTING = "interval '10 minutes'";

/**
 * Puts a new text in the place of a version and keeps the one there was, in a single statement. What a sitting began with stays,
 * and what it ended with; between them one text every ten minutes, and every one that has a name. Null where there is no such
 * version any more, it is in the bin, or the text is the same: nothing is done then.
 */
async function replacePlan(db: Queryable, plan: Plan, version: number): Promise<StoredPlan | null> {
  const [row] = await fieldsOf<Pick<PlanRow, 'version' | 'updatedAt' | 'lastLedAt'>>(
    db,
    `WITH old AS (
       SELECT id, version, document, total_ms, updated_at FROM plan
       WHERE id = $1 AND version = $6 AND deleted_at IS NULL AND document <> $3::jsonb FOR UPDATE),
     newest AS (
       SELECT version, saved_at, lag(saved_at) OVER (ORDER BY version) AS before
       FROM plan_version WHERE plan_id = $1 AND version < $6 AND name IS NULL
       ORDER BY version DESC LIMIT 1),
     thinned AS (
       DELETE FROM plan_version v USING newest n, old
       WHERE v.plan_id = $1 AND v.version = n.version AND n.saved_at < n.before + ${SITTING}
         AND old.updated_at < n.saved_at + ${SITTING}),
     kept AS (
       INSERT INTO plan_version (plan_id, version, document, total_ms, saved_at)
       SELECT id, version, document, total_ms, updated_at FROM old ON CONFLICT DO NOTHING)
     UPDATE plan p SET title = $2, version = p.version + 1, document = $3, total_ms = $4, search = $5, updated_at = now()
     FROM old WHERE p.id = old.id RETURNING p.version, p.updated_at, ${LAST_LED} AS last_led_at`,
    [...valuesOf(plan), version],
  );
  return row ? { plan, ...row, deletedAt: null, told: [] } : null;
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
