import { parseWith, readStoredPlan } from '../../core/class/index.ts';
import { keyOf, type Move, MoveSchema } from '../../core/moves/index.ts';
import type { Database, Queryable } from './database.ts';

/** All moves by name, those put away left out. */
export async function listMoves(db: Queryable): Promise<Move[]> {
  const rows = await db.query<{ details: unknown }>('SELECT details FROM move WHERE NOT hidden ORDER BY lower(name)');
  return rows.flatMap((r) => {
    const move = parseWith(MoveSchema, r.details);
    return move.ok ? [move.value] : [];
  });
}

/** The keys of all moves, those put away too. */
export async function knownNames(db: Queryable): Promise<Set<string>> {
  const rows = await db.query<{ key: string }>('SELECT key FROM move');
  return new Set(rows.map((r) => r.key));
}

/** Each move with its key, as rows for the database. */
const keyed = (moves: readonly Move[]) => JSON.stringify(moves.map((m) => ({ key: keyOf(m.name), details: m })));

/**
 * Gives moves of an older database their key. Of two that are the same move in another spelling one stays: the instructor's own
 * before a shipped one, then the newer.
 */
export async function keyMoves(db: Database): Promise<void> {
  await db.transaction(async (tx) => {
    const rows = await tx.query<{ name: string }>(
      'SELECT name FROM move WHERE key IS NULL ORDER BY own DESC, updated_at DESC, name',
    );
    if (rows.length === 0) return;
    const taken = await knownNames(tx);
    for (const { name } of rows) {
      const key = keyOf(name);
      if (taken.has(key)) await tx.query('DELETE FROM move WHERE name = $1', [name]);
      else await tx.query('UPDATE move SET key = $2 WHERE name = $1', [name, key]);
      taken.add(key);
    }
  });
}

/** Brings the shipped moves in; an instructor's own of the same name, or one put away, stays as it is. */
export async function shipMoves(db: Queryable, moves: readonly Move[]): Promise<void> {
  await db.query(
    `INSERT INTO move (key, name, details, own)
     SELECT input->>'key', input->'details'->>'name', input->'details', false
     FROM jsonb_array_elements($1::jsonb) AS input
     ON CONFLICT (key) DO UPDATE SET name = excluded.name, details = excluded.details
     WHERE NOT move.own AND NOT move.hidden AND move.details <> excluded.details`,
    [keyed(moves)],
  );
}

/**
 * Saves moves as the instructor's own, all or none; one of the same name in any spelling is replaced, and brought back if
 * put away. Of two under one name in the list the later counts.
 */
export async function saveMoves(db: Queryable, moves: readonly Move[]): Promise<void> {
  const own = [...new Map(moves.map((m) => [keyOf(m.name), { ...m, own: true }])).values()];
  await db.query(
    `INSERT INTO move (key, name, details, own)
     SELECT input->>'key', input->'details'->>'name', input->'details', true
     FROM jsonb_array_elements($1::jsonb) AS input
     ON CONFLICT (key) DO UPDATE
     SET name = excluded.name, details = excluded.details, own = true, hidden = false, updated_at = now()`,
    [keyed(own)],
  );
}

/** Puts moves away, or brings them back; classes that use them keep their stations. Gives how many it found. */
export async function setHidden(db: Queryable, names: readonly string[], hidden: boolean): Promise<number> {
  const rows = await db.query('UPDATE move SET hidden = $2, updated_at = now() WHERE key = ANY($1) RETURNING name', [
    names.map(keyOf),
    hidden,
  ]);
  return rows.length;
}

/** The number of stations with each name in the newest `classes` classes, the most used first. */
export async function movesUsed(db: Queryable, classes: number): Promise<{ name: string; uses: number }[]> {
  return db.query<{ name: string; uses: number }>(
    `SELECT station->>'move' AS name, count(*)::int AS uses
     FROM (SELECT document FROM plan WHERE deleted_at IS NULL ORDER BY updated_at DESC LIMIT $1) AS newest,
       jsonb_array_elements(document->'blocks') AS block, jsonb_array_elements(block->'stations') AS station
     WHERE station->>'move' IS NOT NULL
     GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT 1000`,
    [classes],
  );
}

/** The names of the moves in the last `classes` runs, each class as it was led, the newest first. */
export async function movesLately(db: Queryable, classes: number): Promise<string[][]> {
  const rows = await db.query<{ document: unknown }>(
    `SELECT document FROM run WHERE started_at IS NOT NULL AND status <> 'abandoned'
     ORDER BY started_at DESC LIMIT $1`,
    [classes],
  );
  return rows.map((row) => {
    const plan = readStoredPlan(row.document);
    return plan.ok ? [...new Set(plan.value.plan.blocks.flatMap((b) => b.stations.map((s) => s.move)))] : [];
  });
}
