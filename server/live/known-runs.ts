import type { Plan } from '../../core/class/index.ts';
import { asLeft, RunLog, type RunState } from '../../core/time/index.ts';
import type { Queryable } from '../db/database.ts';
import { eventsSince, findRun } from '../db/runs.ts';

/** A run as this server knows it; kept up by reading what is new, so that asking costs little however long it is. */
export interface KnownRun {
  /** The plan as begun. */
  plan: Plan;
  log: RunLog;
  clockOffsetMs: number;
}

const READ_AT_ONCE = 1000;

/** The runs asked for lately. */
export class KnownRuns {
  private readonly runs = new Map<string, KnownRun & { n: number }>();

  constructor(
    private readonly db: Queryable,
    private readonly most = 32,
  ) {}

  /** A run with all events that are stored by now; null when there is none of that id. */
  async get(id: string): Promise<KnownRun | null> {
    const known = this.runs.get(id) ?? (await this.open(id));
    if (!known) return null;
    this.runs.delete(id);
    this.runs.set(id, known);
    const [oldest] = this.runs.keys();
    if (this.runs.size > this.most && oldest !== undefined) this.runs.delete(oldest);
    for (;;) {
      const came = await eventsSince(this.db, id, known.n, READ_AT_ONCE);
      known.log.add(came.flatMap(({ event }) => event ?? []));
      known.n = Math.max(known.n, came.at(-1)?.n ?? 0);
      if (came.length < READ_AT_ONCE) break;
    }
    const [row] = await this.db.query<{ offset: number }>('SELECT clock_offset_ms AS offset FROM run WHERE id = $1', [
      id,
    ]);
    known.clockOffsetMs = row?.offset ?? known.clockOffsetMs;
    return known;
  }

  /** A run has taken another plan. */
  drop(id: string): void {
    this.runs.delete(id);
  }

  /** Other data has taken the place of what was known. */
  forget(): void {
    this.runs.clear();
  }

  private async open(id: string): Promise<(KnownRun & { n: number }) | null> {
    const run = await findRun(this.db, id);
    return run && { plan: run.plan, log: new RunLog(run.plan), clockOffsetMs: run.clockOffsetMs, n: 0 };
  }
}

/** The state of a run at a moment of the server's clock; the desk's differs from it by the run's offset. */
export const stateNow = (run: KnownRun, serverMs: number): RunState =>
  asLeft(run.log.state, serverMs - run.clockOffsetMs);
