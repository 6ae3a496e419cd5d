import { randomUUID } from 'node:crypto';
import * as v from 'valibot';
import type { RunCommand, RunEvent } from '../../core/run/index.ts';
import { type PulseOnWall, PulseOnWallSchema } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { eventsSince } from '../db/runs.ts';

/** An event as it came to the server. */
export interface CameEvent {
  n: number;
  event: RunEvent;
}

/** What goes through the hub: news for every stream of a run, and what is asked of its desk. */
export type LiveMessage =
  | { kind: 'events'; events: readonly CameEvent[] }
  | { kind: 'clock'; offsetMs: number }
  /** What walls show of heart rates: kept nowhere. */
  | { kind: 'pulse'; pulse: PulseOnWall | null }
  /** A run that has not begun has taken another plan. */
  | { kind: 'plan' }
  | { kind: 'command'; id: string; command: RunCommand };

interface Listener {
  /** A desk hears commands too. */
  desk: boolean;
  hear: (message: LiveMessage) => void;
}

const CHANNEL = 'odd_round_live';
/** PostgreSQL's NOTIFY takes less than 8000 bytes. */
const MAX_PAYLOAD = 7900;
const TELL_DESKS_MS = 4000;
/** A desk of another server process is believed in for so long after it was last told of. */
const DESK_FOR_MS = 10_000;

/** What server processes on one database tell one another. Events are read from the database: it has them in order. */
const TellSchema = v.variant('kind', [
  v.object({ kind: v.literal('news'), from: v.string(), run: v.string(), after: v.number() }),
  v.object({ kind: v.literal('plan'), from: v.string(), run: v.string() }),
  v.object({ kind: v.literal('pulse'), from: v.string(), run: v.string(), pulse: v.nullable(PulseOnWallSchema) }),
  v.object({ kind: v.literal('clock'), from: v.string(), run: v.string(), offsetMs: v.number() }),
  v.object({
    kind: v.literal('command'),
    from: v.string(),
    run: v.string(),
    id: v.string(),
    command: v.looseObject({ type: v.string() }),
  }),
  v.object({ kind: v.literal('desks'), from: v.string(), runs: v.array(v.string()) }),
]);
type Tell = v.InferOutput<typeof TellSchema>;
/** A union's members, each without who says it. */
type Said = Tell extends infer T ? (T extends Tell ? Omit<T, 'from'> : never) : never;

/**
 * Passes on what happens in a run to the streams that are open now, in this process and in every other on the same database;
 * what they missed they read from the database.
 */
export class RunHub {
  private readonly me = randomUUID();
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly desksElsewhere = new Map<string, number>();
  private readonly stops: (() => void)[] = [];

  constructor(
    private readonly db: Database,
    private readonly onError: (error: unknown) => void = () => {},
  ) {}

  /** Called when another process has given a run that has not begun another plan. */
  onOtherPlan: (runId: string) => void = () => {};

  /** Begins to hear other processes; one that is alone needs not. */
  async join(): Promise<void> {
    if (this.db.kind === 'embedded') return;
    this.stops.push(await this.db.listen(CHANNEL, (payload) => this.hearOther(payload)));
    const timer = setInterval(() => this.tellDesks(), TELL_DESKS_MS);
    timer.unref();
    this.stops.push(() => clearInterval(timer));
  }

  leave(): void {
    for (const stop of this.stops.splice(0)) stop();
  }

  listen(runId: string, listener: Listener): () => void {
    const own = this.listeners.get(runId) ?? new Set();
    own.add(listener);
    this.listeners.set(runId, own);
    if (listener.desk) this.tellDesks();
    return () => {
      own.delete(listener);
      if (own.size === 0) this.listeners.delete(runId);
    };
  }

  publish(runId: string, message: LiveMessage): void {
    this.pass(runId, message);
    if (message.kind === 'clock') this.tell({ kind: 'clock', run: runId, offsetMs: message.offsetMs });
    else if (message.kind !== 'events') this.tell({ ...message, run: runId });
    else {
      const after = (message.events[0]?.n ?? 0) - 1;
      this.tell({ kind: 'news', run: runId, after });
    }
  }

  /** Whether a desk of the run is connected, here or to another process. */
  hasDesk(runId: string): boolean {
    if ([...(this.listeners.get(runId) ?? [])].some((l) => l.desk)) return true;
    return (this.desksElsewhere.get(runId) ?? 0) > Date.now();
  }

  /** Whether any desk is connected. */
  get isLeading(): boolean {
    return [...this.listeners.values()].some((own) => [...own].some((l) => l.desk));
  }

  private pass(runId: string, message: LiveMessage): void {
    for (const { desk, hear } of this.listeners.get(runId) ?? []) if (desk || message.kind !== 'command') hear(message);
  }

  private tell(said: Said): void {
    if (this.stops.length === 0) return;
    const payload = JSON.stringify({ ...said, from: this.me });
    if (Buffer.byteLength(payload) > MAX_PAYLOAD) return;
    this.db.notify(CHANNEL, payload).catch(this.onError);
  }

  private tellDesks(): void {
    const runs = [...this.listeners].flatMap(([run, own]) => ([...own].some((l) => l.desk) ? [run] : []));
    // A message holds some hundred runs; more desks than that are not led from one process at a time.
    if (runs.length > 0) this.tell({ kind: 'desks', runs: runs.slice(0, 100) });
  }

  private hearOther(payload: string): void {
    const told = v.safeParse(v.pipe(v.string(), v.parseJson(), TellSchema), payload);
    if (!told.success || told.output.from === this.me) return;
    const said = told.output;
    if (said.kind === 'desks') {
      for (const run of said.runs) this.desksElsewhere.set(run, Date.now() + DESK_FOR_MS);
      for (const [run, until] of this.desksElsewhere) if (until < Date.now()) this.desksElsewhere.delete(run);
    } else if (said.kind === 'pulse') this.pass(said.run, { kind: 'pulse', pulse: said.pulse });
    else if (said.kind === 'clock') this.pass(said.run, { kind: 'clock', offsetMs: said.offsetMs });
    else if (said.kind === 'plan') {
      this.onOtherPlan(said.run);
      this.pass(said.run, { kind: 'plan' });
    } else if (said.kind === 'command')
      // The process that was asked has checked it.
      this.pass(said.run, { kind: 'command', id: said.id, command: said.command as unknown as RunCommand });
    else if (this.listeners.has(said.run)) this.fetchNews(said.run, said.after).catch(this.onError);
  }

  private async fetchNews(runId: string, after: number): Promise<void> {
    const came = await eventsSince(this.db, runId, after, 1000);
    const events = came.flatMap(({ n, event }) => (event ? [{ n, event }] : []));
    if (events.length > 0) this.pass(runId, { kind: 'events', events });
  }
}
