import pg from 'pg';
import { type Database, DatabaseAway, type Queryable, type Row, StatementError } from './database.ts';

/** 64-bit integers as numbers, as the embedded database gives them: all of ours are milliseconds, counts and row numbers. */
const INT8 = 20;
const types = {
  getTypeParser: ((oid: number, format?: 'text') =>
    oid === INT8 ? Number : pg.types.getTypeParser(oid, format)) as typeof pg.types.getTypeParser,
};

const MOST_CONNECTIONS = 10;
const CONNECT_PATIENCE_MS = 10_000;
const RETRY_MS = 1000;

/** A connection to a PostgreSQL server by its address (`postgres://…`); fails when it cannot be reached. */
export async function openPostgres(url: string, onTrouble: (what: string) => void = () => {}): Promise<Database> {
  const pool = new pg.Pool({
    connectionString: url,
    max: MOST_CONNECTIONS,
    connectionTimeoutMillis: CONNECT_PATIENCE_MS,
    application_name: 'odd-round',
    options: '-c TimeZone=UTC',
    types,
  });
  // An idle connection that broke: the next request makes a new one.
  pool.on('error', (error) => onTrouble(error.message));
  await pool.query('SELECT 1').catch(rethrow);
  const on = (target: pg.Pool | pg.PoolClient): Queryable => ({
    query: async <R extends Row>(sql: string, params: readonly unknown[] = []) =>
      (await target.query<R>(sql, [...params]).catch(rethrow)).rows,
    script: async (sql) => {
      await target.query(sql).catch(rethrow);
    },
  });
  const ear = new Ear(url, onTrouble);
  return {
    kind: 'postgres',
    ...on(pool),
    transaction: async (work) => {
      const client = await pool.connect().catch(rethrow);
      const tx = on(client);
      let broken = false;
      try {
        await tx.script('BEGIN');
        const done = await work(tx);
        await tx.script('COMMIT');
        return done;
      } catch (error) {
        await tx.script('ROLLBACK').catch(() => {
          broken = true;
        });
        throw error;
      } finally {
        client.release(broken);
      }
    },
    notify: async (channel, payload) => {
      await pool.query('SELECT pg_notify($1, $2)', [channel, payload]).catch(rethrow);
    },
    listen: (channel, hear) => ear.listen(channel, hear),
    close: async () => {
      await ear.close();
      await pool.end();
    },
  };
}

function rethrow(error: unknown): never {
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  const message = error instanceof Error ? error.message : String(error);
  // SQLSTATE classes 08 and 57P: the connection or the server is gone; no SQLSTATE at all: it was never there.
  if (/^[0-9A-Z]{5}$/.test(code) && !/^(08|57P)/.test(code)) throw new StatementError(message, code);
  throw new DatabaseAway(message || code);
}

/** The one connection that hears; made with the first listener, and again when it breaks. */
class Ear {
  private readonly heard = new Map<string, Set<(payload: string) => void>>();
  private client: pg.Client | null = null;
  private closed = false;

  constructor(
    private readonly url: string,
    private readonly onTrouble: (what: string) => void,
  ) {}

  async listen(channel: string, hear: (payload: string) => void): Promise<() => void> {
    const own = this.heard.get(channel) ?? new Set();
    this.heard.set(channel, own.add(hear));
    if (!this.client) await this.connect();
    else if (own.size === 1) await this.client.query(`LISTEN ${pg.escapeIdentifier(channel)}`);
    return () => own.delete(hear);
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, application_name: 'odd-round-ear' });
    this.client = client;
    client.on('notification', ({ channel, payload }) => {
      for (const hear of this.heard.get(channel) ?? []) hear(payload ?? '');
    });
    client.on('error', (error) => this.onTrouble(error.message));
    client.on('end', () => this.again(client));
    try {
      await client.connect();
      for (const channel of this.heard.keys()) await client.query(`LISTEN ${pg.escapeIdentifier(channel)}`);
    } catch (error) {
      this.onTrouble(error instanceof Error ? error.message : String(error));
      this.again(client);
    }
  }

  private again(client: pg.Client): void {
    if (this.closed || this.client !== client) return;
    this.client = null;
    setTimeout(() => {
      if (!this.closed && !this.client) void this.connect();
    }, RETRY_MS).unref();
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.client?.end().catch(() => {});
  }
}
