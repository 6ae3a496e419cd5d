/** One row as the database gives it. */
export type Row = Record<string, unknown>;

/** What a query can be asked of: the database itself, or a transaction on it. */
export interface Queryable {
  /** Runs one parameterised statement ($1, $2 …) and gives its rows. */
  query<R extends Row = Row>(sql: string, params?: readonly unknown[]): Promise<R[]>;
}

/** The one way to the database; the embedded PostgreSQL stands behind it, and a server could take its place. */
export interface Database extends Queryable {
  /** Runs all of `work` or none of it. */
  transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
  /** Runs several statements without parameters, as in a migration. */
  script(sql: string): Promise<void>;
  close(): Promise<void>;
}
