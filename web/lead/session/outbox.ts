import type { Plan } from '../../../core/class/index.ts';
import { type RunEvent, stateAt } from '../../../core/time/index.ts';
import { ApiError, TIMERS, type Timers } from '../../base/index.ts';
import type { RunStorage } from './run-storage.ts';

const RETRY_MS = 2000;
const BATCH = 200;
/** A run that was made ready and never started is forgotten after a week. */
const UNSTARTED_FOR_MS = 7 * 86_400_000;
/** Answers by which the server says that it will not take a run as it is. */
const BLOCKING = [400, 413, 422];

/** The server that runs are sent to; a failed call throws an ApiError, with status 0 where there was no answer. */
export interface RunServer {
  createRun(id: string, plan: Plan): Promise<unknown>;
  appendEvents(
    id: string,
    events: readonly RunEvent[],
  ): Promise<{ stored: readonly string[]; refused: readonly { id: string; problem: string }[] }>;
}

/** The events that a send has settled. */
export interface Settled {
  runId: string;
  sent: readonly string[];
  refused: readonly { id: string; problem: string }[];
  /** Why the server takes nothing of this run, where it has said so. */
  blocked: string | null;
}

/** Sends what the server does not have of the runs kept here; one for the life of a window. */
export class Outbox {
  private readonly under = new Map<string, Promise<boolean>>();
  /** Runs that were asked for again while they were being sent. */
  private readonly again = new Set<string>();
  private readonly watchers = new Set<(settled: Settled) => void>();

  constructor(
    private readonly storage: RunStorage,
    private readonly server: RunServer,
    private readonly timers: Timers = TIMERS,
  ) {}

  /** Calls back with all that sends settle, until the function it gives is called. */
  watch(onSettled: (settled: Settled) => void): () => void {
    this.watchers.add(onSettled);
    return () => this.watchers.delete(onSettled);
  }

  /**
   * Sends what the server does not have of a run, in order, and notes what it confirms. Gives true when nothing waits any more.
   * What the server refuses is set aside: it must not hold up what comes after it. A send that fails leaves everything as it
   * was and gives false; sending twice does no harm.
   */
  flush(id: string): Promise<boolean> {
    const running = this.under.get(id);
    if (running) {
      this.again.add(id);
      return running;
    }
    const sending = this.sendUntilQuiet(id);
    this.under.set(id, sending);
    return sending;
  }

  /** Keeps sending a run's events until stopped: at once when poked, and again while something is left. */
  keepSending(id: string): { flushNow: () => void; stop: () => void } {
    let wait = () => {};
    let stopped = false;
    const go = async () => {
      wait();
      const all = await this.flush(id).catch(() => false);
      if (!stopped && !all) wait = this.timers.after(RETRY_MS, () => void go());
    };
    void go();
    return {
      flushNow: () => void go(),
      stop: () => {
        stopped = true;
        wait();
      },
    };
  }

  /** At the start of the application: sends what earlier windows left, and forgets runs that are over and safe. */
  async flushLeftovers(nowMs: number): Promise<void> {
    for (const id of this.storage.runIds()) {
      const head = this.storage.readHead(id);
      if (!head) continue;
      const events = this.storage.keptEvents(id);
      if (events.length === 0) {
        if (nowMs - head.madeAtMs > UNSTARTED_FOR_MS) this.storage.dropRun(id);
        continue;
      }
      const all = await this.flush(id).catch(() => false);
      const { status } = stateAt(head.plan, events, nowMs + (head.shiftMs ?? 0));
      if (all && (status === 'finished' || status === 'abandoned')) this.storage.dropRun(id);
    }
  }

  /** What comes while something is sent is sent right after it; once that is decided, whoever asks begins anew. */
  private async sendUntilQuiet(id: string): Promise<boolean> {
    try {
      let all: boolean;
      do {
        this.again.delete(id);
        all = await this.tried(id);
      } while (all && this.again.has(id));
      return all;
    } finally {
      this.under.delete(id);
    }
  }

  private async tried(id: string): Promise<boolean> {
    try {
      return await this.sendAll(id);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      const head = error.status === 404 ? this.storage.readHead(id) : null;
      // The server has lost the run, as after a restore: it is given it anew.
      if (head) this.storage.sendAnew(head);
      else if (BLOCKING.includes(error.status)) this.tell({ runId: id, sent: [], refused: [], blocked: error.message });
      return false;
    }
  }

  private async sendAll(id: string): Promise<boolean> {
    for (;;) {
      const waiting = this.storage.waitingEvents(id).slice(0, BATCH);
      const head = waiting.length === 0 ? null : this.storage.readHead(id);
      if (!head) return true;
      if (!head.created) {
        await this.server.createRun(id, head.plan);
        this.storage.storeHead({ ...(this.storage.readHead(id) ?? head), created: true });
        this.tell({ runId: id, sent: [], refused: [], blocked: null });
        continue;
      }
      const { stored, refused } = await this.server.appendEvents(id, waiting);
      const has = new Set(stored);
      const said = new Map(refused.map((r) => [r.id, r.problem]));
      for (const event of waiting)
        if (has.has(event.id)) this.storage.keepSent(id, event);
        else if (said.has(event.id)) this.storage.setAside(id, event, said.get(event.id) ?? '');
      this.tell({ runId: id, sent: stored, refused, blocked: null });
      // An answer that settles nothing would be asked for without end.
      if (!waiting.some((e) => has.has(e.id) || said.has(e.id))) return false;
    }
  }

  private tell(settled: Settled): void {
    for (const watcher of this.watchers) watcher(settled);
  }
}
