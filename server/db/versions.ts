import { type Plan, readStoredPlan } from '../../core/class/index.ts';
import { comparePlans } from '../../core/time/index.ts';
import type { StoredVersion } from '../../core/wire/index.ts';
import type { Queryable } from './database.ts';
import { storedOf } from './documents.ts';
import { fieldsOf } from './fields.ts';

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

/** So many changes between two texts are told; of the rest only how many there are. */
const MOST_TOLD = 4;

/** A page of a plan's earlier texts, the newest first, from below a version on. */
export async function listVersions(
  db: Queryable,
  id: string,
  { below = null, limit }: { below?: number | null; limit: number },
): Promise<{ items: StoredVersion[]; next: number | null }> {
  const rows = await fieldsOf<Omit<StoredVersion, 'changes'> & { document: unknown; after: unknown }>(
    db,
    `SELECT v.version, v.saved_at, v.document->>'title' AS title, v.total_ms, v.name, v.document,
       coalesce((SELECT n.document FROM plan_version n WHERE n.plan_id = $1 AND n.version > v.version
                 ORDER BY n.version LIMIT 1),
                (SELECT p.document FROM plan p WHERE p.id = $1)) AS after
     FROM plan_version v
     WHERE v.plan_id = $1 AND ($2::int IS NULL OR v.version < $2) ORDER BY v.version DESC LIMIT $3`,
    [id, below, limit + 1],
  );
  const items = rows
    .slice(0, limit)
    .map(({ document, after, ...text }) => ({ ...text, changes: changesBetween(document, after) }));
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
