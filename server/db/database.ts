/** One row as the database gives it. */
export type Row = Record<string, unknown>;

/** Anything that runs queries: the database itself, or a transaction on it. */
export interface Queryable {
  /** Runs one parameterised statement ($1, $2 …) and gives its rows. */
  query<R extends Row = Row>(sql: string, params?: readonly unknown[]): Promise<R[]>;
  /** Runs several statements without parameters, as in a migration. */
  script(sql: string): Promise<void>;
}

/**
 * The one way to the database, which is the embedded PostgreSQL or a PostgreSQL server: the same SQL on both. A promise
 * that is kept means that the change is on the disk.
 */
export interface Database extends Queryable {
  readonly kind: 'embedded' | 'postgres';
  /** Runs all of `work` or none of it. */
  transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
  /**
   * Tells every listener of a channel, in every server process on this database; the sender hears itself too.
   * @param payload less than 8000 bytes, the limit of PostgreSQL's NOTIFY
   */
  notify(channel: string, payload: string): Promise<void>;
  /**
   * Hears a channel until the function it gives is called.
   * @param again called when the channel is back after it was away: what was told meanwhile is lost
   */
  listen(channel: string, hear: (payload: string) => void, again?: () => void): Promise<() => void>;
  /** Since when other server processes are not heard, ms since 1970; null while they are, or there can be none. */
  readonly deafSinceMs?: number | null;
  close(): Promise<void>;
}

/** An error of PostgreSQL, with its SQLSTATE. */
export class StatementError extends Error {
  constructor(
    message: string,
    readonly code: string,
  ) {
    super(message);
  }
}

/** The database cannot be reached now, or went away in the middle; the same request may be made again in a moment. */
export class DatabaseAway extends Error {}
