import { Socket } from 'node:net';
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
/** A statement that takes longer has met a server that hangs, or a way to it that is cut; what makes tables may take longer. */
const PATIENCE_MS = 20_000;
const SCRIPT_PATIENCE_MS = 600_000;
/** The network is asked this often whether the other end is still there. */
const KEEPALIVE = { keepAlive: true, keepAliveInitialDelayMillis: 10_000 };
/** How often the connection that hears tells itself something, and how long that may take. */
const PING_EVERY_MS = 10_000;
const PING_PATIENCE_MS = 8000;
const PING = 'odd_round_ping';

/** How long things may take, ms. */
interface Patience {
  patienceMs?: number;
  pingEveryMs?: number;
  pingPatienceMs?: number;
}

/** A connection to a PostgreSQL server by its address (`postgres://…`); fails when it cannot be reached. */
export async function openPostgres(
  url: string,
  onTrouble: (what: string) => void = () => {},
  { patienceMs = PATIENCE_MS, pingEveryMs = PING_EVERY_MS, pingPatienceMs = PING_PATIENCE_MS }: Patience = {},
): Promise<Database> {
  const pool = new pg.Pool({
    connectionString: url,
    max: MOST_CONNECTIONS,
    connectionTimeoutMillis: CONNECT_PATIENCE_MS,
    application_name: 'odd-round',
    options: `-c TimeZone=UTC -c statement_timeout=${patienceMs}`,
    query_timeout: patienceMs + 1000,
    ...KEEPALIVE,
    types,
  });
  // An idle connection that broke: the next request makes a new one.
  pool.on('error', (error) => onTrouble(error.message));
  await pool.query('SELECT 1').catch(rethrow);
  const on = (target: pg.Pool | pg.PoolClient): Queryable => ({
    query: async <R extends Row>(sql: string, params: readonly unknown[] = []) =>
      (await target.query<R>(sql, [...params]).catch(rethrow)).rows,
    script: async (sql) => {
      await target.query(patient(sql)).catch(rethrow);
    },
  });
  /** A connection of one's own. One that breaks between two statements says so to nobody else: the next statement finds out. */
  const connected = async () => {
    const client = await pool.connect().catch(rethrow);
    const heed = (error: Error) => onTrouble(error.message);
    client.on('error', heed);
    const give = (broken: boolean) => {
      // One that is not used again may still break.
      if (!broken) client.off('error', heed);
      client.release(broken);
    };
    return { client, give };
  };
  /** What tidies whole tables takes its time; the connection it was given that for is not used again. */
  const script = async (sql: string) => {
    const { client, give } = await connected();
    try {
      await client.query(`SET statement_timeout = ${SCRIPT_PATIENCE_MS}`);
      await on(client).script(sql);
    } finally {
      give(true);
    }
  };
  const listening = new ListeningConnection(url, onTrouble, { pingEveryMs, pingPatienceMs });
  return {
    kind: 'postgres',
    query: on(pool).query,
    script,
    transaction: async (work) => {
      const { client, give } = await connected();
      const tx = on(client);
      let broken = false;
      try {
        await tx.script('BEGIN');
        const done = await work(tx);
        await tx.script('COMMIT');
        return done;
      } catch (error) {
        // One that did not answer does not answer to this either.
        broken = error instanceof DatabaseAway;
        if (!broken)
          await tx.script('ROLLBACK').catch(() => {
            broken = true;
          });
        throw error;
      } finally {
        give(broken);
      }
    },
    notify: async (channel, payload) => {
      await pool.query('SELECT pg_notify($1, $2)', [channel, payload]).catch(rethrow);
    },
    listen: (channel, hear, again) => listening.listen(channel, hear, again),
    get deafSinceMs() {
      return listening.deafSinceMs;
    },
    close: async () => {
      await listening.close();
      await pool.end();
    },
  };
}

/** A script with time for what makes tables. */
const patient = (text: string) => ({ text, query_timeout: SCRIPT_PATIENCE_MS });

function rethrow(error: unknown): never {
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  const message = error instanceof Error ? error.message : String(error);
  // The client's own limit, and the server's (57014): it is there and does not answer.
  if (code === '57014' || message === 'Query read timeout')
    throw new DatabaseAway('The database is there and does not answer');
  // SQLSTATE classes 08 and 57P: the connection or the server is gone; no SQLSTATE at all: it was never there.
  if (/^[0-9A-Z]{5}$/.test(code) && !/^(08|57P)/.test(code)) throw new StatementError(message, code);
  throw new DatabaseAway(message || code);
}

interface Listener {
  hear: (payload: string) => void;
  again: (() => void) | undefined;
}

/**
 * The one connection that hears; made with the first listener, and again when it breaks. It tells itself something every few seconds: one
 * whose other end is gone without a word is found out by what does not come.
 */
class ListeningConnection {
  /** Since when it has not heard itself, ms since 1970; null while it does. */
  deafSinceMs: number | null = null;
  private readonly heard = new Map<string, Set<Listener>>();
  private client: pg.Client | null = null;
  private socket: Socket | null = null;
  private ping: ReturnType<typeof setTimeout> | null = null;
  private closed = false;

  constructor(
    private readonly url: string,
    private readonly onTrouble: (what: string) => void,
    private readonly patience: Required<Pick<Patience, 'pingEveryMs' | 'pingPatienceMs'>>,
  ) {}

  async listen(channel: string, hear: (payload: string) => void, again?: () => void): Promise<() => void> {
    const own = this.heard.get(channel) ?? new Set();
    const listener = { hear, again };
    this.heard.set(channel, own.add(listener));
    if (!this.client) await this.connect();
    else if (own.size === 1) await this.client.query(`LISTEN ${pg.escapeIdentifier(channel)}`);
    return () => own.delete(listener);
  }

  private async connect(): Promise<void> {
    const socket = new Socket();
    const client = new pg.Client({
      connectionString: this.url,
      application_name: 'odd-round-listener',
      connectionTimeoutMillis: CONNECT_PATIENCE_MS,
      query_timeout: PATIENCE_MS,
      ...KEEPALIVE,
      stream: () => socket,
    });
    this.client = client;
    this.socket = socket;
    client.on('notification', ({ channel, payload }) => {
      if (channel === PING) this.hearPing(client);
      for (const { hear } of this.heard.get(channel) ?? []) hear(payload ?? '');
    });
    client.on('error', (error) => this.onTrouble(error.message));
    client.on('end', () => this.lose(client));
    try {
      await client.connect();
      for (const channel of [PING, ...this.heard.keys()]) await client.query(`LISTEN ${pg.escapeIdentifier(channel)}`);
      this.sendPing(client);
    } catch (error) {
      this.onTrouble(error instanceof Error ? error.message : String(error));
      this.lose(client);
    }
  }

  private sendPing(client: pg.Client): void {
    if (this.client !== client) return;
    client.query(`NOTIFY ${PING}`).catch(() => this.lose(client));
    this.ping = setTimeout(() => {
      this.onTrouble('The connection that hears the other servers gives no sign of life; making it anew');
      this.lose(client);
    }, this.patience.pingPatienceMs);
    this.ping.unref();
  }

  private hearPing(client: pg.Client): void {
    // Other servers’ pings come here too: any is a sign of life.
    if (this.client !== client || !this.ping) return;
    clearTimeout(this.ping);
    this.ping = setTimeout(() => this.sendPing(client), this.patience.pingEveryMs);
    this.ping.unref();
    if (this.deafSinceMs === null) return;
    this.deafSinceMs = null;
    this.onTrouble('The other servers are heard again');
    for (const own of this.heard.values()) for (const { again } of own) again?.();
  }

  private lose(client: pg.Client): void {
    if (this.closed || this.client !== client) return;
    this.client = null;
    this.deafSinceMs ??= Date.now();
    if (this.ping) clearTimeout(this.ping);
    this.ping = null;
    // A way that is cut never says that it is at its end.
    this.socket?.destroy();
    setTimeout(() => {
      if (!this.closed && !this.client) void this.connect();
    }, RETRY_MS).unref();
  }

  async close(): Promise<void> {
    this.closed = true;
    if (this.ping) clearTimeout(this.ping);
    await this.client?.end().catch(() => {});
  }
}
