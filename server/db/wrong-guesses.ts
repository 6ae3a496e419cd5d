import type { Database } from './database.ts';

/** Wrong guesses that other servers on the database are to know of; alone a server needs none of it. */
export interface SharedGuesses {
  /** A guess from somewhere was wrong. */
  add(key: string): Promise<void>;
  /** How many were, from there, in the last minute, whichever server they came to. */
  count(key: string): Promise<number>;
}

/** @param forgetMs after which a wrong one is forgotten */
export const sharedGuesses = (db: Database, forgetMs: number): SharedGuesses | null =>
  db.kind === 'embedded'
    ? null
    : {
        add: async (key) => {
          await db.query("DELETE FROM wrong_guess WHERE at < now() - $1 * interval '1 ms'", [forgetMs]);
          await db.query('INSERT INTO wrong_guess (key) VALUES ($1)', [key]);
        },
        count: async (key) => {
          const [row] = await db.query<{ n: number }>(
            "SELECT count(*)::int AS n FROM wrong_guess WHERE key = $1 AND at > now() - $2 * interval '1 ms'",
            [key, forgetMs],
          );
          return row?.n ?? 0;
        },
      };
