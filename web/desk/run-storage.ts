import { nanoid } from 'nanoid';
import * as v from 'valibot';
import { type Plan, PlanSchema } from '../../core/plan/index.ts';
import { type RunEvent, RunEventSchema } from '../../core/run/index.ts';
import { dropCopy, keepCopy, putBack } from './durable.ts';

const LocalRunSchema = v.object({
  id: v.string(),
  plan: PlanSchema,
  events: v.array(RunEventSchema),
  /** Ids of events the server has confirmed. */
  sent: v.array(v.string()),
  /** The server knows the run itself. */
  created: v.boolean(),
  /** When it was made here, ms since 1970. */
  madeAtMs: v.number(),
  /** The run's time less this device's, ms, where they differ. */
  shiftMs: v.optional(v.number()),
});

/** A run as this browser keeps it: the desk's own record, complete without the server. */
export type LocalRun = v.InferOutput<typeof LocalRunSchema>;

const PREFIX = 'odd-round.run.';
export const keyOf = (id: string) => PREFIX + id;

/**
 * Keeps a run in this browser, adding to what another window may have kept of it; false when the storage is full or
 * closed: the run then lives in its window alone.
 */
export function storeRun(run: LocalRun): boolean {
  try {
    const text = JSON.stringify(joined(readRun(run.id), run));
    keepCopy(keyOf(run.id), text);
    localStorage.setItem(keyOf(run.id), text);
    return true;
  } catch {
    return false;
  }
}

/** All events of both, each once; what one of them has sent is sent. */
export function joined(kept: LocalRun | null, run: LocalRun): LocalRun {
  if (!kept) return run;
  const known = new Set(run.events.map((e) => e.id));
  return {
    ...run,
    events: [...run.events, ...kept.events.filter((e) => !known.has(e.id))],
    sent: [...new Set([...run.sent, ...kept.sent])],
    created: run.created || kept.created,
  };
}

export function dropRun(id: string): void {
  localStorage.removeItem(keyOf(id));
  dropCopy(keyOf(id));
}

/** The run kept in this browser; null when it is not here or cannot be read. */
export const readRun = (id: string): LocalRun | null => parse(localStorage.getItem(keyOf(id)));

function parse(text: string | null): LocalRun | null {
  if (text === null) return null;
  try {
    const result = v.safeParse(LocalRunSchema, JSON.parse(text));
    return result.success ? result.output : null;
  } catch {
    return null;
  }
}

/** Brings back what a browser that was killed had not written to its local storage yet. */
export function restoreRuns(): Promise<void> {
  return putBack((key, text) => {
    if (!key.startsWith(PREFIX)) {
      if (localStorage.getItem(key) === null) localStorage.setItem(key, text);
      return;
    }
    const run = parse(text);
    if (run) storeRun(run);
    else dropCopy(key);
  });
}

/** Ids of all runs kept in this browser. */
export function storedRunIds(): string[] {
  return Object.keys(localStorage)
    .filter((k) => k.startsWith(PREFIX))
    .map((k) => k.slice(PREFIX.length));
}

/** Makes a run of a plan as it is now and gives its id; it starts when the desk is told to. */
export function beginRun(plan: Plan): string {
  const id = nanoid(16);
  storeRun({ id, plan, events: [], sent: [], created: false, madeAtMs: Date.now() });
  return id;
}

export function unsent(run: LocalRun): RunEvent[] {
  return run.events.filter((e) => !run.sent.includes(e.id));
}
