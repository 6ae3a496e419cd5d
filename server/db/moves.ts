import * as v from 'valibot';
import { parseWith } from '../../core/plan/index.ts';
import type { Queryable } from './database.ts';

/** What is known of a move. */
export const MoveSchema = v.strictObject({
  name: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(80)),
  area: v.picklist(['whole', 'lower', 'upper', 'core', 'cardio', 'mobility']),
  position: v.picklist(['standing', 'seated', 'kneeling', 'handsAndFeet', 'prone', 'supine', 'side']),
  oneSided: v.boolean(),
  kit: v.pipe(v.array(v.pipe(v.string(), v.maxLength(40))), v.maxLength(8)),
  easier: v.optional(v.pipe(v.string(), v.maxLength(80))),
  harder: v.optional(v.pipe(v.string(), v.maxLength(80))),
  cues: v.pipe(v.array(v.pipe(v.string(), v.maxLength(80))), v.maxLength(6)),
});

export type Move = v.InferOutput<typeof MoveSchema>;

/** All moves by name. */
export async function listMoves(db: Queryable): Promise<Move[]> {
  const rows = await db.query<{ details: unknown }>('SELECT details FROM move ORDER BY name');
  return rows.flatMap((r) => {
    const move = parseWith(MoveSchema, r.details);
    return move.ok ? [move.value] : [];
  });
}

/** Adds a move; one of the same name is left as it is. */
export async function addMove(db: Queryable, move: Move): Promise<void> {
  await db.query('INSERT INTO move (name, details) VALUES ($1, $2) ON CONFLICT (name) DO NOTHING', [
    move.name,
    JSON.stringify(move),
  ]);
}
