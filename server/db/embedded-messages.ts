/** The options of the database's thread: its folder, and how often it looks at the size of its log. */
export interface ThreadData {
  dir: string;
  lookEveryMs: number;
}

/** A request to the database's thread: a statement, a script, or to close. */
export type DatabaseRequest =
  | { id: number; kind: 'query'; sql: string; params: readonly unknown[] }
  | { id: number; kind: 'script'; sql: string }
  | { id: number; kind: 'close' };

/** Its answers; the first of all says whether it is open. */
export type Answered =
  | { id: number; rows: Record<string, unknown>[] }
  | { id: number; error: { message: string; code: string } }
  | { open: true; durable: boolean }
  | { open: false; message: string };

/** In place of an SQLSTATE: the database does not answer any more; and one for what is none of PostgreSQL's errors. */
export const GIVEN_UP = 'gone';
export const OTHER = 'XX000';
