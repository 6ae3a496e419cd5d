import type { SignedIn } from '../../core/wire/index.ts';
import type { Queryable } from './database.ts';
import { fieldsOf } from './fields.ts';

/** Somebody who has said the passphrase in some browser; the id is the hash of what that browser shows. */
export type StoredSession = Omit<SignedIn, 'mine'>;

/** A session that has begun. */
export interface NewSession {
  id: string;
  /** What the passphrase was turned into: with another passphrase the session ends. */
  mark: string;
  agent: string;
  address: string;
  now: Date;
  expires: Date;
}

export async function addSession(db: Queryable, s: NewSession): Promise<void> {
  await db.query(
    `INSERT INTO session (token_hash, passphrase_mark, agent, address, made_at, seen_at, expires_at)
     VALUES ($1, $2, $3, $4, $5, $5, $6)`,
    [s.id, s.mark, s.agent, s.address, s.now, s.expires],
  );
}

/** Whether a session is valid: neither ended nor expired, and begun with the present passphrase. */
export async function isSession(db: Queryable, id: string, mark: string, now: Date): Promise<boolean> {
  const rows = await db.query(
    'SELECT 1 AS found FROM session WHERE token_hash = $1 AND passphrase_mark = $2 AND expires_at > $3',
    [id, mark, now],
  );
  return rows.length > 0;
}

/** Notes that a session was used; at most once in five minutes. */
export async function seeSession(db: Queryable, id: string, address: string, now: Date): Promise<void> {
  await db.query(
    `UPDATE session SET seen_at = $3, address = $2
     WHERE token_hash = $1 AND seen_at < $3::timestamptz - interval '5 minutes'`,
    [id, address, now],
  );
}

/** The sessions that go on, the last used first. */
export const listSessions = (db: Queryable, mark: string, now: Date): Promise<StoredSession[]> =>
  fieldsOf(
    db,
    `SELECT token_hash AS id, agent, address, made_at, seen_at FROM session
     WHERE passphrase_mark = $1 AND expires_at > $2 ORDER BY seen_at DESC, token_hash LIMIT 200`,
    [mark, now],
  );

/** Ends one session; false when there is none of that name. */
export async function endSession(db: Queryable, id: string): Promise<boolean> {
  return (await db.query('DELETE FROM session WHERE token_hash = $1 RETURNING 1 AS gone', [id])).length > 0;
}

/** Ends what has expired or was begun with another passphrase. */
export async function endOldSessions(db: Queryable, mark: string, now: Date): Promise<void> {
  await db.query('DELETE FROM session WHERE passphrase_mark <> $1 OR expires_at <= $2', [mark, now]);
}
