import { nanoid } from 'nanoid';
import * as v from 'valibot';
import { resolvePlan } from '../../core/moves/index.ts';
import type { Plan } from '../../core/plan/index.ts';
import { type RunEvent, RunEventSchema } from '../../core/run/index.ts';
import { planFrom, useLibrary } from '../data/index.ts';

import { dropCopy, keepCopy, putBack } from '../device/index.ts';

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
/** What is kept of a run beside its events. */
export type RunHead = v.InferOutput<typeof HeadSchema>;

/** What an older version kept under the head's key: all events in one text. */
const OldSchema = v.object({ ...HeadSchema.entries, events: v.array(v.unknown()), sent: v.array(v.string()) });
const AsideSchema = v.object({ event: v.unknown(), problem: v.string() });

const HEAD = 'odd-round.run.';
const PLACES = { waits: 'odd-round.waits.', sent: 'odd-round.sent.', aside: 'odd-round.aside.' } as const;
type Place = keyof typeof PLACES;

const headKey = (id: string) => HEAD + id;
const eventKey = (place: Place, runId: string, eventId: string) => `${PLACES[place]}${runId}.${eventId}`;

/** What the storage took no more: it is sent from here, and is gone with the window. */
const inWindow = new Map<string, string>();

/** Writes a value here and its copy beside it; false when the storage is full or closed and the window alone has it. */
function write(key: string, value: unknown): boolean {
  const text = JSON.stringify(value);
  keepCopy(key, text);
  try {
    localStorage.setItem(key, text);
    inWindow.delete(key);
    return true;
  } catch {
    inWindow.set(key, text);
    return false;
  }
}

function remove(key: string): void {
  localStorage.removeItem(key);
  inWindow.delete(key);
  dropCopy(key);
}

const keptKeys = () => [...new Set([...Object.keys(localStorage), ...inWindow.keys()])];

/** A kept text as JSON; null when there is none or it is damaged. */
function readJson(key: string): unknown {
  const text = inWindow.get(key) ?? localStorage.getItem(key);
  if (text === null) return null;
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** The head of a run kept here; null when there is none or it cannot be read. */
export function readHead(id: string): RunHead | null {
  const head = v.safeParse(HeadSchema, readJson(headKey(id)));
  return head.success ? head.output : null;
}

/** Keeps a run's head; false when this browser can keep no more: the run then lives in its window alone. */
export const storeHead = (head: RunHead): boolean => write(headKey(head.id), head);

/** Keeps an event that waits to be sent; false when this browser can keep no more. */
export const keepWaiting = (runId: string, event: RunEvent): boolean =>
  write(eventKey('waits', runId, event.id), event);

/** Keeps an event that the server has. */
export function keepSent(runId: string, event: RunEvent): void {
  write(eventKey('sent', runId, event.id), event);
  remove(eventKey('waits', runId, event.id));
}

/** Lets a run that the server has lost be sent again from its beginning. */
export function sendAnew(head: RunHead): void {
  for (const event of eventsAt('sent', head.id)) {
    keepWaiting(head.id, event);
    remove(eventKey('sent', head.id, event.id));
  }
  storeHead({ ...head, created: false });
}

/** Sets an event aside that the server will not take, with what it said: it is not sent again, and not lost. */
export function setAside(runId: string, event: RunEvent, problem: string): void {
  write(eventKey('aside', runId, event.id), { event, problem });
  remove(eventKey('waits', runId, event.id));
}

function eventsAt(place: Place, runId: string): RunEvent[] {
  const prefix = `${PLACES[place]}${runId}.`;
  return keptKeys().flatMap((key) => {
    const event = key.startsWith(prefix) ? readEvent(readJson(key)) : null;
    return event ?? [];
  });
}

function readEvent(json: unknown): RunEvent | null {
  const event = v.safeParse(RunEventSchema, json);
  return event.success ? event.output : null;
}

/** An event kept under a key of this run, as another window has just written it; null for any other key. */
export function eventUnder(key: string, runId: string): RunEvent | null {
  const isOwn = key.startsWith(`${PLACES.waits}${runId}.`) || key.startsWith(`${PLACES.sent}${runId}.`);
  return isOwn ? readEvent(readJson(key)) : null;
}

/** The events that wait to be sent, in order. */
export const waitingEvents = (runId: string) => eventsAt('waits', runId).sort((a, b) => a.seq - b.seq);

/** All events of a run that are kept here, but for those set aside. */
export const keptEvents = (runId: string) => [...eventsAt('sent', runId), ...waitingEvents(runId)];

/** What was set aside of a run, with what the server said of each. */
export function asideOf(runId: string): { id: string; problem: string }[] {
  const prefix = `${PLACES.aside}${runId}.`;
  return keptKeys().flatMap((key) => {
    const aside = key.startsWith(prefix) ? v.safeParse(AsideSchema, readJson(key)) : null;
    return aside?.success ? [{ id: key.slice(prefix.length), problem: aside.output.problem }] : [];
  });
}

/** Forgets a run and its events, but not what was set aside. */
export function dropRun(id: string): void {
  for (const place of ['waits', 'sent'] as const)
    for (const event of eventsAt(place, id)) remove(eventKey(place, id, event.id));
  remove(headKey(id));
}

/** Brings back what a browser that was killed had not written to its local storage yet, and what an older version kept. */
export async function restoreRuns(): Promise<void> {
  await putBack((key, text) => {
    const isSentAlready =
      key.startsWith(PLACES.waits) && localStorage.getItem(key.replace(PLACES.waits, PLACES.sent)) !== null;
    if (isSentAlready || localStorage.getItem(key) !== null) return;
    try {
      localStorage.setItem(key, text);
    } catch {
      // The copy stays where it is.
    }
  });
  for (const id of storedRunIds()) splitOld(id);
}

/** A run that an older version kept in one text, its events under keys of their own. */
function splitOld(id: string): void {
  const old = v.safeParse(OldSchema, readJson(headKey(id)));
  if (!old.success) return;
  const { events, sent, ...head } = old.output;
  for (const json of events) {
    const event = readEvent(json);
    if (event && sent.includes(event.id)) keepSent(id, event);
    else if (event) keepWaiting(id, event);
  }
  storeHead(head);
}

/** Ids of all runs kept in this browser. */
export function storedRunIds(): string[] {
  return keptKeys()
    .filter((k) => k.startsWith(HEAD))
    .map((k) => k.slice(HEAD.length));
}

/**
 * Makes a run of a plan as it is now and gives its id; it starts when the desk is told to. What the library knows of its moves
 * goes with it: to the wall and the phones, and into the record.
 */
export function beginRun(plan: Plan): string {
  const id = nanoid(16);
  const { library } = useLibrary.getState();
  storeHead({ id, plan: resolvePlan(plan, library), created: false, madeAtMs: Date.now() });
  return id;
}
