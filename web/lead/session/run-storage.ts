import * as v from 'valibot';
import { type RunEvent, RunEventSchema } from '../../../core/time/index.ts';
import { planFrom } from '../../../core/wire/index.ts';
import { type KeptTexts, keysOf, noteFull } from '../../base/index.ts';

/*
 * A run as this browser keeps it, complete without the server: its head under one key, each event under a key of its own, so
 * that keeping one costs the same however many there are. Where an event stands is said by the key: it waits to be sent, the
 * server has it, or the server will not take it and it is set aside.
 */

const HeadSchema = v.object({
  id: v.string(),
  plan: planFrom({ ran: true }),
  /** The server knows the run itself. */
  created: v.boolean(),
  /** When it was made here, ms since 1970. */
  madeAtMs: v.number(),
  /** The run's time less this device's, ms, where they differ. */
  shiftMs: v.optional(v.number()),
});
/** A stored run without its events. */
export type RunHead = v.InferOutput<typeof HeadSchema>;

/** What an older version kept under the head's key: all events in one text. */
const OldSchema = v.object({ ...HeadSchema.entries, events: v.array(v.unknown()), sent: v.array(v.string()) });
const AsideSchema = v.object({ event: v.unknown(), problem: v.string() });

const HEAD = 'odd-round.run.';
const PLACES = { waits: 'odd-round.waits.', sent: 'odd-round.sent.', aside: 'odd-round.aside.' } as const;
type EventPlace = keyof typeof PLACES;

const headKey = (id: string) => HEAD + id;
const eventKey = (place: EventPlace, runId: string, eventId: string) => `${PLACES[place]}${runId}.${eventId}`;

/** Copies of what is kept, on a way that writes to the disk at once; see device/durable. */
export interface Copies {
  keep(key: string, text: string): void;
  drop(key: string): void;
  putBack(put: (key: string, text: string) => void): Promise<void>;
}

export const NO_COPIES: Copies = { keep: () => {}, drop: () => {}, putBack: async () => {} };

/** Runs as one browser keeps them. */
export class RunStorage {
  /** What the storage took no more: it is sent from here, and is gone with the window. */
  private readonly inWindow = new Map<string, string>();

  constructor(
    private readonly kept: KeptTexts,
    private readonly copies: Copies = NO_COPIES,
  ) {}

  /** The head of a run kept here; null when there is none or it cannot be read. */
  readHead(id: string): RunHead | null {
    const head = v.safeParse(HeadSchema, this.readJson(headKey(id)));
    return head.success ? head.output : null;
  }

  /** Keeps a run's head; false when this browser can keep no more: the run then lives in its window alone. */
  storeHead(head: RunHead): boolean {
    return this.write(headKey(head.id), head);
  }

  /** Keeps an event that waits to be sent; false when this browser can keep no more. */
  keepWaiting(runId: string, event: RunEvent): boolean {
    return this.write(eventKey('waits', runId, event.id), event);
  }

  /** Keeps an event that the server has. */
  keepSent(runId: string, event: RunEvent): void {
    this.write(eventKey('sent', runId, event.id), event);
    this.remove(eventKey('waits', runId, event.id));
  }

  /** Lets a run that the server has lost be sent again from its beginning. */
  sendAnew(head: RunHead): void {
    for (const event of this.eventsAt('sent', head.id)) {
      this.keepWaiting(head.id, event);
      this.remove(eventKey('sent', head.id, event.id));
    }
    this.storeHead({ ...head, created: false });
  }

  /** Sets an event aside that the server will not take, with what it said: it is not sent again, and not lost. */
  setAside(runId: string, event: RunEvent, problem: string): void {
    this.write(eventKey('aside', runId, event.id), { event, problem });
    this.remove(eventKey('waits', runId, event.id));
  }

  /** An event kept under a key of this run, as another window has just written it; null for any other key. */
  eventUnder(key: string, runId: string): RunEvent | null {
    const isOwn = key.startsWith(`${PLACES.waits}${runId}.`) || key.startsWith(`${PLACES.sent}${runId}.`);
    return isOwn ? readEvent(this.readJson(key)) : null;
  }

  /** The events that wait to be sent, in order. */
  waitingEvents(runId: string): RunEvent[] {
    return this.eventsAt('waits', runId).sort((a, b) => a.seq - b.seq);
  }

  /** All events of a run that are kept here, but for those set aside. */
  keptEvents(runId: string): RunEvent[] {
    return [...this.eventsAt('sent', runId), ...this.waitingEvents(runId)];
  }

  /** What was set aside of a run, with what the server said of each. */
  asideOf(runId: string): { id: string; problem: string }[] {
    const prefix = `${PLACES.aside}${runId}.`;
    return this.keys().flatMap((key) => {
      const aside = key.startsWith(prefix) ? v.safeParse(AsideSchema, this.readJson(key)) : null;
      return aside?.success ? [{ id: key.slice(prefix.length), problem: aside.output.problem }] : [];
    });
  }

  /** Forgets a run and its events, but not what was set aside. */
  dropRun(id: string): void {
    for (const place of ['waits', 'sent'] as const)
      for (const event of this.eventsAt(place, id)) this.remove(eventKey(place, id, event.id));
    this.remove(headKey(id));
  }

  /** Brings back what a browser that was killed had not written to its local storage yet, and what an older version kept. */
  async restore(): Promise<void> {
    await this.copies.putBack((key, text) => {
      const isSentAlready =
        key.startsWith(PLACES.waits) && this.kept.getItem(key.replace(PLACES.waits, PLACES.sent)) !== null;
      if (isSentAlready || this.kept.getItem(key) !== null) return;
      try {
        this.kept.setItem(key, text);
      } catch {
        // The copy stays where it is.
      }
    });
    for (const id of this.runIds()) this.splitOld(id);
  }

  /** Ids of all runs kept in this browser. */
  runIds(): string[] {
    return this.keys()
      .filter((k) => k.startsWith(HEAD))
      .map((k) => k.slice(HEAD.length));
  }

  /** A run that an older version kept in one text, its events under keys of their own. */
  private splitOld(id: string): void {
    const old = v.safeParse(OldSchema, this.readJson(headKey(id)));
    if (!old.success) return;
    const { events, sent, ...head } = old.output;
    for (const json of events) {
      const event = readEvent(json);
      if (event && sent.includes(event.id)) this.keepSent(id, event);
      else if (event) this.keepWaiting(id, event);
    }
    this.storeHead(head);
  }

  private eventsAt(place: EventPlace, runId: string): RunEvent[] {
    const prefix = `${PLACES[place]}${runId}.`;
    return this.keys().flatMap((key) => {
      const event = key.startsWith(prefix) ? readEvent(this.readJson(key)) : null;
      return event ?? [];
    });
  }

  /** Writes a value here and its copy beside it; false when the storage is full or closed and the window alone has it. */
  private write(key: string, value: unknown): boolean {
    const text = JSON.stringify(value);
    this.copies.keep(key, text);
    try {
      this.kept.setItem(key, text);
      this.inWindow.delete(key);
      return true;
    } catch {
      this.inWindow.set(key, text);
      noteFull();
      return false;
    }
  }

  private remove(key: string): void {
    this.kept.removeItem(key);
    this.inWindow.delete(key);
    this.copies.drop(key);
  }

  private keys(): string[] {
    return [...new Set([...keysOf(this.kept), ...this.inWindow.keys()])];
  }

  /** A kept text as JSON; null when there is none or it is damaged. */
  private readJson(key: string): unknown {
    const text = this.inWindow.get(key) ?? this.kept.getItem(key);
    if (text === null) return null;
    try {
      return JSON.parse(text);
    } catch {
      return null;
    }
  }
}

function readEvent(json: unknown): RunEvent | null {
  const event = v.safeParse(RunEventSchema, json);
  return event.success ? event.output : null;
}
