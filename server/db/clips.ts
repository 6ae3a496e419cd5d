import type { Queryable } from './database.ts';
import { fieldsOf } from './fields.ts';

/** A stored sound of some words. */
export interface Clip {
  ms: number;
  wav: Uint8Array;
}

export async function findClip(db: Queryable, voice: string, rate: number, words: string): Promise<Clip | null> {
  const [row] = await db.query<{ ms: number; wav: Uint8Array }>(
    'SELECT ms, wav FROM clip WHERE voice = $1 AND rate = $2::real AND words = $3',
    [voice, rate, words],
  );
  return row ?? null;
}

/** The lengths of the clips there are already, by words. */
export async function clipLengths(
  db: Queryable,
  voice: string,
  rate: number,
  words: readonly string[],
): Promise<Map<string, number>> {
  const rows = await db.query<{ words: string; ms: number }>(
    'SELECT words, ms FROM clip WHERE voice = $1 AND rate = $2::real AND words = ANY($3)',
    [voice, rate, words],
  );
  return new Map(rows.map((r) => [r.words, r.ms]));
}

export async function storeClip(db: Queryable, voice: string, rate: number, words: string, clip: Clip): Promise<void> {
  await db.query('INSERT INTO clip (voice, rate, words, ms, wav) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING', [
    voice,
    rate,
    words,
    clip.ms,
    clip.wav,
  ]);
}

/** Recordings for a class and for all; the class's own comes first where both have the words. */
export const listRecordings = (
  db: Queryable,
  planId: string,
): Promise<{ planId: string; words: string; ms: number }[]> =>
  fieldsOf(db, "SELECT plan_id, words, ms FROM recording WHERE plan_id IN ('', $1) ORDER BY words, plan_id DESC", [
    planId,
  ]);

export async function findRecording(db: Queryable, planId: string, words: string): Promise<Clip | null> {
  const [row] = await db.query<{ ms: number; wav: Uint8Array }>(
    "SELECT ms, wav FROM recording WHERE plan_id IN ('', $1) AND words = $2 ORDER BY plan_id DESC LIMIT 1",
    [planId, words],
  );
  return row ?? null;
}

export async function saveRecording(db: Queryable, planId: string, words: string, clip: Clip): Promise<void> {
  await db.query(
    `INSERT INTO recording (plan_id, words, ms, wav) VALUES ($1, $2, $3, $4)
     ON CONFLICT (plan_id, words) DO UPDATE SET ms = excluded.ms, wav = excluded.wav, made_at = now()`,
    [planId, words, clip.ms, clip.wav],
  );
}

export async function dropRecording(db: Queryable, planId: string, words: string): Promise<boolean> {
  const rows = await db.query('DELETE FROM recording WHERE plan_id = $1 AND words = $2 RETURNING words', [
    planId,
    words,
  ]);
  return rows.length > 0;
}
