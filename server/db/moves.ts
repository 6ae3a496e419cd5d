import { keyOf, type Move, MoveSchema } from '../../core/moves/index.ts';
import { parsePlan, parseWith } from '../../core/plan/index.ts';
import type { Database, Queryable } from './database.ts';

/** All moves by name, those put away left out. */
export async function listMoves(db: Queryable): Promise<Move[]> {
  const rows = await db.query<{ details: unknown }>('SELECT details FROM move WHERE NOT hidden ORDER BY lower(name)');
  return rows.flatMap((r) => {
    const move = parseWith(MoveSchema, r.details);
    return move.ok ? [move.value] : [];
  });
}

/** Brings the shipped moves in; an instructor's own of the same name, or one put away, stays as it is. */
export async function shipMoves(db: Queryable, moves: readonly Move[]): Promise<void> {
  const known = await db.query<{ name: string; own: boolean; hidden: boolean }>('SELECT name, own, hidden FROM move');
  const byName = new Map(known.map((k) => [k.name, k]));
  for (const move of moves) {
    const old = byName.get(move.name);
    if (old?.own || old?.hidden) continue;
    await db.query(
      `INSERT INTO move (name, details, own) VALUES ($1, $2, false)
       ON CONFLICT (name) DO UPDATE SET details = excluded.details WHERE move.details <> excluded.details`,
      [move.name, JSON.stringify(move)],
    );
  }
}

/** Saves moves as the instructor's own, all or none; one of the same name is replaced, and brought back if put away. */
export async function saveMoves(db: Database, moves: readonly Move[]): Promise<void> {
  await db.transaction(async (tx) => {
    for (const move of moves) {
      const own = { ...move, own: true };
      const [old] = await tx.query<{ name: string }>('SELECT name FROM move WHERE lower(name) = $1', [
        keyOf(move.name),
      ]);
      if (old && old.name !== move.name) await tx.query('DELETE FROM move WHERE name = $1', [old.name]);
      await tx.query(
        `INSERT INTO move (name, details, own) VALUES ($1, $2, true)
         ON CONFLICT (name) DO UPDATE
         SET details = excluded.details, own = true, hidden = false, updated_at = now()`,
        [move.name, JSON.stringify(own)],
      );
    }
  });
}

/** Puts moves away, or brings them back; classes that use them keep their stations. Gives how many it found. */
export async function setHidden(db: Queryable, names: readonly string[], hidden: boolean): Promise<number> {
  const rows = await db.query('UPDATE move SET hidden = $2, updated_at = now() WHERE name = ANY($1) RETURNING name', [
    names,
    hidden,
  ]);
  return rows.length;
}

/** The names of the moves in the last `classes` runs, each class as it was led, the newest first. */
export async function movesLately(db: Queryable, classes: number): Promise<string[][]> {
  const rows = await db.query<{ document: unknown }>(
    `SELECT document FROM run WHERE started_at IS NOT NULL AND status <> 'abandoned'
     ORDER BY started_at DESC LIMIT $1`,
    [classes],
  );
  return rows.map((row) => {
    const plan = parsePlan(row.document);
    return plan.ok ? [...new Set(plan.value.blocks.flatMap((b) => b.stations.map((s) => s.move)))] : [];
  });
}
