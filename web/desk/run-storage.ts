import { nanoid } from 'nanoid';
import * as v from 'valibot';
import { type Plan, PlanSchema } from '../../core/plan/index.ts';
import { type RunEvent, RunEventSchema } from '../../core/run/index.ts';

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
});

/** A run as this browser keeps it: the desk's own record, complete without the server. */
export type LocalRun = v.InferOutput<typeof LocalRunSchema>;

const PREFIX = 'odd-round.run.';

/** Keeps a run in this browser; false when its storage is full or closed: the run then lives in its window alone. */
export function storeRun(run: LocalRun): boolean {
  try {
    localStorage.setItem(PREFIX + run.id, JSON.stringify(run));
    return true;
  } catch {
    return false;
  }
}

export function dropRun(id: string): void {
  localStorage.removeItem(PREFIX + id);
}

/** The run kept in this browser; null when it is not here or cannot be read. */
export function readRun(id: string): LocalRun | null {
  const text = localStorage.getItem(PREFIX + id);
  if (text === null) return null;
  try {
    const result = v.safeParse(LocalRunSchema, JSON.parse(text));
    return result.success ? result.output : null;
  } catch {
    return null;
  }
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
