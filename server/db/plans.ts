import { type Plan, parsePlan } from '../../core/plan/index.ts';
import { compile } from '../../core/timeline/index.ts';
import type { Database, Queryable } from './database.ts';

/** A stored class plan. */
export interface StoredPlan {
  plan: Plan;
  version: number;
  updatedAt: string;
  /** When the class was last led; null when it never was. */
  lastLedAt: string | null;
}

export interface StoredVersion {
  version: number;
  savedAt: string;
  title: string;
  totalMs: number;
}

export type SaveResult = { ok: true; stored: StoredPlan } | { ok: false; current: StoredPlan };

type PlanRow = { document: unknown; version: number; updated_at: Date; last_led_at: Date | null };

const SELECT = `SELECT p.document, p.version, p.updated_at,
    (SELECT max(r.started_at) FROM run r WHERE r.plan_id = p.id AND r.status <> 'abandoned') AS last_led_at
  FROM plan p`;

/** A document that no longer fits its schema is a bug or a damaged file, never a user's input: it throws. */
export function readPlan(document: unknown): Plan {
  const result = parsePlan(document);
  if (result.ok) return result.value;
  const first = result.problems[0];
  throw new Error(`Stored plan does not fit its schema at ${first?.path}: ${first?.message}`);
}

const fromRow = (row: PlanRow): StoredPlan => ({
  plan: readPlan(row.document),
  version: row.version,
  updatedAt: row.updated_at.toISOString(),
  lastLedAt: row.last_led_at?.toISOString() ?? null,
});

/** All plans that are not deleted, the latest change first. */
export async function listPlans(db: Queryable): Promise<StoredPlan[]> {
  const rows = await db.query<PlanRow>(`${SELECT} WHERE p.deleted_at IS NULL ORDER BY p.updated_at DESC, p.id`);
  return rows.map(fromRow);
}

/** One plan, deleted or not; null when there is none of that id. */
export async function findPlan(db: Queryable, id: string): Promise<StoredPlan | null> {
  const [row] = await db.query<PlanRow>(`${SELECT} WHERE p.id = $1`, [id]);
  return row ? fromRow(row) : null;
}

/**
 * Saves a plan made from `baseVersion` (0 for a new one) and keeps the text before it. When the stored version is
 * another one, nothing is saved and the stored plan comes back; saving the same text again is not a conflict.
 */
export async function savePlan(db: Database, plan: Plan, baseVersion: number): Promise<SaveResult> {
  const document = JSON.stringify(plan);
  const { totalMs } = compile(plan);
  return db.transaction(async (tx) => {
    const [old] = await tx.query<{ version: number; same: boolean }>(
      'SELECT version, document = $2::jsonb AS same FROM plan WHERE id = $1 FOR UPDATE',
      [plan.id, document],
    );
    if ((old?.version ?? 0) !== baseVersion && !old?.same) {
      const current = await findPlan(tx, plan.id);
      if (current) return { ok: false, current };
    }
    if (!old) {
      await tx.query('INSERT INTO plan (id, title, version, document, total_ms) VALUES ($1, $2, 1, $3, $4)', [
        plan.id,
        plan.title,
        document,
        totalMs,
      ]);
    } else if (!old.same) {
      await tx.query(
        `INSERT INTO plan_version (plan_id, version, document, total_ms, saved_at)
         SELECT id, version, document, total_ms, updated_at FROM plan WHERE id = $1`,
        [plan.id],
      );
      await tx.query(
        `UPDATE plan SET title = $2, version = version + 1, document = $3, total_ms = $4, updated_at = now(),
           deleted_at = NULL WHERE id = $1`,
        [plan.id, plan.title, document, totalMs],
      );
    }
    const stored = await findPlan(tx, plan.id);
    if (!stored) throw new Error('The plan just saved is not there');
    return { ok: true, stored };
  });
}

/** Marks a plan deleted, or takes the mark away; false when there is no such plan. */
export async function setDeleted(db: Queryable, id: string, deleted: boolean): Promise<boolean> {
  const rows = await db.query('UPDATE plan SET deleted_at = CASE WHEN $2 THEN now() END WHERE id = $1 RETURNING id', [
    id,
    deleted,
  ]);
  return rows.length > 0;
}

/** The earlier texts of a plan, the newest first. */
export async function listVersions(db: Queryable, id: string): Promise<StoredVersion[]> {
  const rows = await db.query<{ version: number; saved_at: Date; title: string; total_ms: number }>(
    `SELECT version, saved_at, document->>'title' AS title, total_ms FROM plan_version
     WHERE plan_id = $1 ORDER BY version DESC`,
    [id],
  );
  return rows.map((r) => ({
    version: r.version,
    savedAt: r.saved_at.toISOString(),
    title: r.title,
    totalMs: r.total_ms,
  }));
}

/** One earlier text of a plan; null when it is not kept. */
export async function findVersion(db: Queryable, id: string, version: number): Promise<Plan | null> {
  const [row] = await db.query<{ document: unknown }>(
    'SELECT document FROM plan_version WHERE plan_id = $1 AND version = $2',
    [id, version],
  );
  return row ? readPlan(row.document) : null;
}
