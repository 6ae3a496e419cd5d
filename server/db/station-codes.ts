import type { CardCodes } from '../../core/wire/index.ts';
import { makeCode } from './codes.ts';
import type { Queryable } from './database.ts';
import { fieldsOf } from './fields.ts';

/** Long enough that nobody guesses one that stays for a season. */
const LENGTH = 10;

/** The station of a class that a card's code is of. */
export interface StationCode {
  code: string;
  planId: string;
  stationId: string;
}

/** Gives the stations of a class codes where they have none that last, and has all end at a time. */
export async function makeCardCodes(
  db: Queryable,
  planId: string,
  stations: readonly string[],
  { now, endsAt }: { now: Date; endsAt: Date },
): Promise<void> {
  for (const station of stations)
    await db.query(
      `INSERT INTO station_code (code, plan_id, station_id, ends_at) VALUES ($1, $2, $3, $4)
       ON CONFLICT (plan_id, station_id) DO UPDATE SET ends_at = excluded.ends_at,
         code = CASE WHEN station_code.ends_at > $5 THEN station_code.code ELSE excluded.code END`,
      [makeCode(LENGTH), planId, station, endsAt, now],
    );
}

/** The codes of a class's cards that last, by station. */
export async function cardCodesOf(db: Queryable, planId: string, now: Date): Promise<Map<string, string>> {
  const rows = await fieldsOf<StationCode>(
    db,
    'SELECT code, plan_id, station_id FROM station_code WHERE plan_id = $1 AND ends_at > $2',
    [planId, now],
  );
  return new Map(rows.map((r) => [r.stationId, r.code]));
}

/** The station of a card's code, while it lasts and its class is there; null otherwise. */
export async function findStationCode(db: Queryable, code: string, now: Date): Promise<StationCode | null> {
  const [row] = await fieldsOf<StationCode>(
    db,
    `SELECT s.code, s.plan_id, s.station_id FROM station_code s JOIN plan p ON p.id = s.plan_id AND p.deleted_at IS NULL
     WHERE s.code = $1 AND s.ends_at > $2`,
    [code.toUpperCase(), now],
  );
  return row ?? null;
}

/** The number of card codes of each class, and when the last of them ends. */
export const listCardCodes = (db: Queryable, now: Date): Promise<CardCodes[]> =>
  fieldsOf(
    db,
    `SELECT p.id AS plan_id, p.title, count(*)::int AS cards, max(s.ends_at) AS ends_at
     FROM station_code s JOIN plan p ON p.id = s.plan_id
     WHERE s.ends_at > $1 AND p.deleted_at IS NULL GROUP BY p.id, p.title ORDER BY p.title, p.id LIMIT 500`,
    [now],
  );

/** Takes the codes of a class's cards back; gives how many there were. */
export const endCardCodes = async (db: Queryable, planId: string): Promise<number> =>
  (await db.query('DELETE FROM station_code WHERE plan_id = $1 RETURNING code', [planId])).length;
