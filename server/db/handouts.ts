import type { Handout } from '../../core/wire/index.ts';
import { makeCode } from './codes.ts';
import type { Queryable } from './database.ts';
import { fieldsOf } from './fields.ts';

/** Long enough that nobody guesses one that stays for years. */
const LENGTH = 10;

const COLUMNS = `h.code, h.kind, h.target_id, coalesce(p.title, r.title, '') AS title, h.made_at`;
const FROM = `FROM handout h
  LEFT JOIN plan p ON h.kind = 'plan' AND p.id = h.target_id AND p.deleted_at IS NULL
  LEFT JOIN run r ON h.kind = 'run' AND r.id = h.target_id AND r.deleted_at IS NULL`;

/** The handouts that are still valid, the latest first. */
export const listHandouts = (db: Queryable): Promise<Handout[]> =>
  fieldsOf(
    db,
    `SELECT ${COLUMNS} ${FROM} WHERE p.id IS NOT NULL OR r.id IS NOT NULL ORDER BY h.made_at DESC, h.code LIMIT 500`,
  );

/** Gives a class or a run out; one that is given out keeps its code. Null where there is no such class or run. */
export async function makeHandout(db: Queryable, kind: Handout['kind'], targetId: string): Promise<Handout | null> {
  await db.query(
    'INSERT INTO handout (code, kind, target_id) VALUES ($1, $2, $3) ON CONFLICT (kind, target_id) DO NOTHING',
    [makeCode(LENGTH), kind, targetId],
  );
  const [row] = await fieldsOf<Handout>(
    db,
    `SELECT ${COLUMNS} ${FROM} WHERE h.kind = $1 AND h.target_id = $2 AND (p.id IS NOT NULL OR r.id IS NOT NULL)`,
    [kind, targetId],
  );
  if (row) return row;
  await db.query('DELETE FROM handout WHERE kind = $1 AND target_id = $2', [kind, targetId]);
  return null;
}

/** The handout of a code; null when there is none. */
export async function findHandout(db: Queryable, code: string): Promise<Handout | null> {
  const [row] = await fieldsOf<Handout>(
    db,
    `SELECT ${COLUMNS} ${FROM} WHERE h.code = $1 AND (p.id IS NOT NULL OR r.id IS NOT NULL)`,
    [code.toUpperCase()],
  );
  return row ?? null;
}

/** Takes a code back; gives whether there was one. */
export async function endHandout(db: Queryable, code: string): Promise<boolean> {
  const rows = await db.query('DELETE FROM handout WHERE code = $1 RETURNING code', [code.toUpperCase()]);
  return rows.length > 0;
}
