import { randomUUID } from 'node:crypto';
import * as v from 'valibot';
import type { RunCommand, RunEvent } from '../../core/time/index.ts';
import { type PulseOnWall, PulseOnWallSchema } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { eventsSince } from '../db/runs.ts';

/** An event as it came to the server. */
export interface CameEvent {
  n: number;
  event: RunEvent | null;
}

/** A message of the hub: news for every stream of a run, or a command for its desk. */
export type LiveMessage =
  /** What has come since the last, in the order it came, none left out; one that cannot be read is null. */
  | { kind: 'events'; events: readonly CameEvent[] }
  | { kind: 'clock'; offsetMs: number }
  /** What walls show of heart rates: kept nowhere. */
  | { kind: 'pulse'; pulse: PulseOnWall | null }
  /** A run that has not begun has taken another plan, or it may have been missed that it did. */
  | { kind: 'plan' }
  /** Something was entered that waits for the instructor. */
  | { kind: 'waiting' }
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
const LOOK_AGAIN_MS = 3000;
const READ_AT_ONCE = 1000;
/** A desk of another server process is believed in for so long after it was last told of. */
const DESK_FOR_MS = 10_000;

/** What server processes on one database tell one another. Events are read from the database: it has them in order. */
const TellSchema = v.union([
  v.object({ kind: v.picklist(['news', 'plan', 'waiting']), from: v.string(), run: v.string() }),
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

/** How far the streams of a run in this process have been told, by the number of the last event. */
interface Told {
  /** Null until the first stream has read what there was. */
  n: number | null;
  reading: boolean;
  /** Something has come meanwhile: it is read once more. */
  again: boolean;
}

/**
 * Passes on what happens in a run to the streams that are open now, in this process and in every other on the same database. News says only
 * that there is something: events are read from the database, on from the last that was told, so that none is left out whichever
 * process it came to and whatever news was lost. All look again every few seconds, and when the channel is back.
 */
export class RunHub {
  private readonly me = randomUUID();
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly told = new Map<string, Told>();
  private readonly desksElsewhere = new Map<string, number>();
  private readonly stops: (() => void)[] = [];
  private joined = false;

  constructor(
    private readonly db: Database,
    private readonly onError: (error: unknown) => void = () => {},
  ) {}

  /** Called when another process has given a run that has not begun another plan. */
  onOtherPlan: (runId: string) => void = () => {};

  /** Begins to hear other processes; one that is alone needs not. */
  async join(): Promise<void> {
    const timers = [setInterval(() => this.lookAgain(), LOOK_AGAIN_MS)];
    this.stops.push(() => timers.forEach(clearInterval));
    if (this.db.kind === 'postgres') {
      this.stops.push(
        await this.db.listen(
          CHANNEL,
          (payload) => this.hearOther(payload),
          () => this.missedSome(),
        ),
      );
      timers.push(setInterval(() => this.tellDesks(), TELL_DESKS_MS));
      this.joined = true;
    }
    for (const timer of timers) timer.unref();
  }

  leave(): void {
    this.joined = false;
    for (const stop of this.stops.splice(0)) stop();
  }

  listen(runId: string, listener: Listener): () => void {
    const own = this.listeners.get(runId) ?? new Set();
    own.add(listener);
    this.listeners.set(runId, own);
    if (listener.desk) this.tellDesks();
    return () => {
      own.delete(listener);
      if (own.size > 0 || this.listeners.get(runId) !== own) return;
      this.listeners.delete(runId);
      this.told.delete(runId);
    };
  }

  /** A stream has read the events of its run up to a number: from there on it is told. */
  reached(runId: string, n: number): void {
    const told = this.toldOf(runId);
    told.n ??= n;
    if (told.again) this.look(runId);
  }

  /** Events of a run have been stored. */
  news(runId: string): void {
    this.look(runId);
    this.tell({ kind: 'news', run: runId });
  }

  publish(runId: string, message: Exclude<LiveMessage, { kind: 'events' }>): void {
    this.pass(runId, message);
    this.tell({ ...message, run: runId });
  }

  /** Whether a desk of the run is connected, here or to another process. */
  hasDesk(runId: string): boolean {
    if ([...(this.listeners.get(runId) ?? [])].some((l) => l.desk)) return true;
    return (this.desksElsewhere.get(runId) ?? 0) > Date.now();
  }

  /** Whether any desk is connected, here or to another process on the database. */
  async isLed(): Promise<boolean> {
    if (this.ledHere().length > 0) return true;
    if (this.db.kind === 'embedded') return false;
    const led = await this.db.query("SELECT 1 FROM run WHERE desk_at > now() - $1 * interval '1 ms' LIMIT 1", [
      DESK_FOR_MS,
    ]);
    return led.length > 0;
  }

  private ledHere(): string[] {
    return [...this.listeners].flatMap(([run, own]) => ([...own].some((l) => l.desk) ? [run] : []));
  }

  private pass(runId: string, message: LiveMessage): void {
    const forDesks = message.kind === 'command' || message.kind === 'waiting';
    for (const { desk, hear } of this.listeners.get(runId) ?? []) if (desk || !forDesks) hear(message);
  }

  private tell(said: Said): void {
    if (!this.joined) return;
    const payload = JSON.stringify({ ...said, from: this.me });
    if (Buffer.byteLength(payload) > MAX_PAYLOAD) return;
    this.db.notify(CHANNEL, payload).catch(this.onError);
  }

  private tellDesks(): void {
    if (!this.joined) return;
    const runs = this.ledHere();
    if (runs.length === 0) return;
    this.db.query('UPDATE run SET desk_at = now() WHERE id = ANY ($1)', [runs]).catch(this.onError);
    // A message holds some hundred runs; more desks than that are not led from one process at a time.
    this.tell({ kind: 'desks', runs: runs.slice(0, 100) });
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
    else if (said.kind === 'waiting') this.pass(said.run, { kind: 'waiting' });
    else this.look(said.run);
  }

  private toldOf(runId: string): Told {
    const told = this.told.get(runId) ?? { n: null, reading: false, again: false };
    if (this.listeners.has(runId)) this.told.set(runId, told);
    return told;
  }

  private lookAgain(): void {
    // Alone nothing is missed but what could not be read.
    for (const runId of this.listeners.keys()) if (this.joined || this.told.get(runId)?.again) this.look(runId);
  }

  /** The channel was away: whatever was said meanwhile is found out. */
  private missedSome(): void {
    for (const runId of this.listeners.keys()) {
      this.onOtherPlan(runId);
      this.pass(runId, { kind: 'plan' });
      this.pass(runId, { kind: 'waiting' });
      this.look(runId);
    }
  }

  private look(runId: string): void {
    if (!this.listeners.has(runId)) return;
    const told = this.toldOf(runId);
    told.again = true;
    if (told.reading || told.n === null) return;
    told.reading = true;
    this.readOn(runId, told)
      .catch((error: unknown) => {
        // Looked for again in a moment.
        told.again = true;
        this.onError(error);
      })
      .finally(() => {
        told.reading = false;
      });
  }

  private async readOn(runId: string, told: Told): Promise<void> {
    while (told.again) {
      told.again = false;
      const events = await eventsSince(this.db, runId, told.n ?? 0, READ_AT_ONCE);
      const last = events.at(-1);
      if (!last) continue;
      told.n = last.n;
      told.again ||= events.length === READ_AT_ONCE;
      this.pass(runId, { kind: 'events', events });
    }
  }
}
