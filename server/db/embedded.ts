import { existsSync, rmSync } from 'node:fs';
import { mkdir, rename } from 'node:fs/promises';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { ROOT } from '../shared/root.ts';
import { SerialQueue } from '../shared/serial-queue.ts';
import { type Database, DatabaseAway, type Queryable, type Row, StatementError } from './database.ts';
import { syncOne } from './embedded-files.ts';
import { type Answered, type DatabaseRequest, GIVEN_UP, type ThreadData } from './embedded-messages.ts';

/** A statement that takes longer has met a database that hangs, as PostgreSQL does when its log cannot be written. */
const PATIENCE_MS = 30_000;
const OPEN_PATIENCE_MS = 120_000;
const CLOSE_PATIENCE_MS = 8000;
/** How often the thread looks whether its log has grown so much that the pages are written. */
const LOOK_EVERY_MS = 5000;
/** Statements that may wait; more are refused, so that a flood does not fill the memory. */
const MAX_WAITING = 2000;

export interface EmbeddedDatabase extends Database {
  /** Whether a save was seen to cause an fsync when the database was opened. */
  readonly durable: boolean;
  /** The folder it is in. */
  readonly dir: string;
  /** Closes it, lets another be put in its place, and opens that one; whoever asks meanwhile waits. */
  replaceBy(put: () => Promise<void>): Promise<void>;
}

export const isEmbedded = (db: Database): db is EmbeddedDatabase => db.kind === 'embedded';

export interface EmbeddedOptions {
  patienceMs?: number;
  lookEveryMs?: number;
  /** Told when the database's thread has ended or hung, and again when it is open anew. */
  onTrouble?: (what: string) => void;
}

/**
 * Opens the embedded PostgreSQL in a folder, in a thread of its own; makes it where there is none. One that hangs or ends is
 * opened again with the next request; what was under way is refused with `DatabaseAway`.
 */
export async function openEmbedded(dir: string, options: EmbeddedOptions = {}): Promise<EmbeddedDatabase> {
  if (!existsSync(path.join(dir, 'PG_VERSION'))) await makeDatabase(dir);
  const { patienceMs = PATIENCE_MS, lookEveryMs = LOOK_EVERY_MS, onTrouble = () => {} } = options;
  const turns = new SerialQueue(MAX_WAITING);
  const channels = new Map<string, Set<(payload: string) => void>>();
  let thread: Thread | null = await Thread.open({ dir, lookEveryMs });
  let closed = false;

  /** The thread for the next statement, opened anew when the last one is gone; asked only by whoever has the turn. */
  const here = async (): Promise<Thread> => {
    if (closed) throw new DatabaseAway('The database is closed');
    if (thread?.isGone) {
      onTrouble(`The database's thread is gone (${thread.isGone}); opening it again`);
      thread = null;
    }
    if (thread) return thread;
    const opened = await Thread.open({ dir, lookEveryMs });
    onTrouble('The database is open again');
    thread = opened;
    return opened;
  };
  const on = (target: () => Promise<Thread>): Queryable => ({
    query: async <R extends Row>(sql: string, params: readonly unknown[] = []) =>
      (await (await target()).ask({ kind: 'query', sql, params }, patienceMs)) as R[],
    script: async (sql) => {
      await (await target()).ask({ kind: 'script', sql }, patienceMs * 10);
    },
  });
  const whole = on(here);
  const inTurn = <T>(work: () => Promise<T>): Promise<T> =>
    turns.isFull ? Promise.reject(new DatabaseAway('Too much is asked at once')) : turns.take(work);
  return {
    kind: 'embedded',
    durable: thread.durable,
    dir,
    replaceBy: (put) =>
      turns.take(async () => {
        await thread?.close();
        thread = null;
        await put();
        await here();
      }),
    query: (sql, params) => inTurn(() => whole.query(sql, params)),
    script: (sql) => inTurn(() => whole.script(sql)),
    transaction: (work) =>
      inTurn(async () => {
        const own = await here();
        const tx = on(async () => own);
        await tx.script('BEGIN');
        try {
          const done = await work(tx);
          await tx.script('COMMIT');
          return done;
        } catch (error) {
          // A thread that is gone has rolled back by itself.
          await tx.script('ROLLBACK').catch(() => {});
          throw error;
        }
      }),
    notify: async (channel, payload) => {
      for (const hear of channels.get(channel) ?? []) hear(payload);
    },
    listen: async (channel, hear) => {
      const own = channels.get(channel) ?? new Set();
      channels.set(channel, own.add(hear));
      return () => own.delete(hear);
    },
    close: () =>
      turns.take(async () => {
        closed = true;
        await thread?.close();
      }),
  };
}

/** The thread that has the database: one question after the other, each with a limit on its time. */
class Thread {
  /** Why it can no longer be asked. */
  isGone: string | null = null;
  durable = false;
  private last = 0;
  private readonly waiting = new Map<number, { done: (rows: Row[]) => void; fail: (error: Error) => void }>();

  private constructor(
    private readonly worker: Worker,
    opened: () => void,
  ) {
    worker.on('message', (answer: Answered) => {
      if ('open' in answer) {
        if (!answer.open) return this.lose(answer.message);
        this.durable = answer.durable;
        return opened();
      }
      const asked = this.waiting.get(answer.id);
      this.waiting.delete(answer.id);
      if ('rows' in answer) asked?.done(answer.rows);
      else if (isFatal(answer.error)) {
        this.lose(answer.error.message);
        asked?.fail(new DatabaseAway(answer.error.message));
      } else asked?.fail(new StatementError(answer.error.message, answer.error.code));
    });
    worker.on('error', (error) => this.lose(error.message));
    worker.on('exit', () => this.lose('it ended'));
  }

  /** Starts a thread over a database's folder; given when the database is open. */
  static open(workerData: ThreadData): Promise<Thread> {
    // The built file also when the sources run: a thread loads plain JavaScript only.
    const worker = new Worker(path.join(ROOT, 'dist/server/db/embedded-thread.js'), { workerData });
    return new Promise((done, fail) => {
      const timer = setTimeout(() => thread.lose('it does not open'), OPEN_PATIENCE_MS);
      const thread = new Thread(worker, () => {
        clearTimeout(timer);
        thread.waiting.delete(0);
        worker.unref();
        done(thread);
      });
      thread.waiting.set(0, {
        done: () => {},
        fail: (error) => {
          clearTimeout(timer);
          fail(error);
        },
      });
    });
  }

  ask(
    what: Omit<DatabaseRequest & { kind: 'query' }, 'id'> | { kind: 'script'; sql: string } | { kind: 'close' },
    ms: number,
  ) {
    if (this.isGone) return Promise.reject(new DatabaseAway(this.isGone));
    const id = ++this.last;
    return new Promise<Row[]>((done, fail) => {
      this.worker.postMessage({ id, ...what } satisfies DatabaseRequest);
      // Held open while something is asked, so that the process does not end in the middle.
      this.worker.ref();
      const timer = setTimeout(() => this.lose(`no answer in ${ms / 1000} s`), ms);
      const settle = () => {
        clearTimeout(timer);
        if (this.waiting.size === 0) this.worker.unref();
      };
      this.waiting.set(id, {
        done: (rows) => {
          settle();
          done(rows);
        },
        fail: (error) => {
          settle();
          fail(error);
        },
      });
    });
  }

  async close(): Promise<void> {
    if (!this.isGone) await this.ask({ kind: 'close' }, CLOSE_PATIENCE_MS).catch(() => {});
    await this.worker.terminate();
  }

  private lose(why: string): void {
    if (this.isGone) return;
    this.isGone = why;
    void this.worker.terminate();
    const left = [...this.waiting.values()];
    this.waiting.clear();
    for (const { fail } of left) fail(new DatabaseAway(why));
  }
}

/** An error after which nothing more can be asked: PostgreSQL has given up, or does not answer any more. */
const isFatal = ({ code }: { code: string }) => code === GIVEN_UP || /^(58|57P0)/.test(code);

/** Makes a new database beside its place and moves it there whole: one cut short is made anew the next time. */
async function makeDatabase(dir: string): Promise<void> {
  const unfinished = `${dir}.unfinished`;
  rmSync(unfinished, { recursive: true, force: true });
  await mkdir(path.dirname(dir), { recursive: true });
  await new Promise<void>((done, fail) => {
    const worker = new Worker(path.join(ROOT, 'dist/server/db/new-database.js'), { workerData: unfinished });
    worker.once('error', fail);
    worker.once('exit', (code) => (code === 0 ? done() : fail(new Error('The database could not be made'))));
  });
  await rename(unfinished, dir);
  syncOne(path.dirname(dir));
}
