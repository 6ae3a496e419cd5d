import * as v from 'valibot';
import { type Thresholds, ThresholdsSchema } from '../../core/norms/index.ts';
import { type KitItem, KitItemSchema, type Move, MoveSchema } from '../../core/moves/index.ts';
import type { Plan } from '../../core/plan/index.ts';
import { type RunEvent, RunEventSchema } from '../../core/run/index.ts';
import { planFrom } from './plan-from.ts';
import { noteTrouble } from './trouble.ts';

/*
 * A page may be older than its server, or newer: every document is read as a stored one, and one that cannot be read is a fault
 * of its own, in a list beside those that can.
 */

const StoredPlanSchema = v.object({
  plan: planFrom(),
  version: v.number(),
  updatedAt: v.string(),
  lastLedAt: v.nullable(v.string()),
  told: v.optional(v.array(v.string()), []),
});
const FaultSchema = v.object({ id: v.string(), title: v.string(), problem: v.string() });
/** A run as the server sends it; entries that this page cannot read stand among its faults. */
export const RunSchema = v.pipe(
  v.object({
    id: v.string(),
    planId: v.string(),
    title: v.string(),
    plan: planFrom({ ran: true }),
    status: v.picklist(['ready', 'running', 'paused', 'finished', 'abandoned']),
    startedAt: v.nullable(v.string()),
    endedAt: v.nullable(v.string()),
    plannedMs: v.number(),
    actualMs: v.number(),
    events: v.array(v.unknown()),
    faults: v.optional(v.array(FaultSchema), []),
  }),
  v.transform((run) => {
    const events: RunEvent[] = [];
    const faults = [...run.faults];
    for (const [k, one] of run.events.entries()) {
      const event = readOne(RunEventSchema, one);
      if (event) events.push(event);
      else faults.push({ id: String(k), title: run.title, problem: `Entry ${k + 1} cannot be read by this page` });
    }
    return { ...run, events, faults };
  }),
);

/** A value that fits a schema, or null. */
function readOne<S extends v.GenericSchema>(schema: S, value: unknown): v.InferOutput<S> | null {
  const result = v.safeParse(schema, value);
  return result.success ? result.output : null;
}

const PageSchema = v.object({
  items: v.array(v.unknown()),
  next: v.nullable(v.string()),
  faults: v.array(FaultSchema),
  total: v.optional(v.number()),
});

/** A page of a list; what of it this program cannot read stands among the faults. */
export function readPage<S extends v.GenericSchema>(item: S, answer: unknown): Page<v.InferOutput<S>> {
  const { items, faults, next, total } = v.parse(PageSchema, answer);
  const read: v.InferOutput<S>[] = [];
  const unread: Fault[] = [];
  for (const one of items) {
    const result = v.safeParse(item, one);
    if (result.success) read.push(result.output);
    else unread.push(faultOf(one, result.issues[0]?.message ?? ''));
  }
  return { items: read, next, faults: [...faults, ...unread], total };
}

/** What a thing in a list is called, whatever else of it cannot be read. */
const NamedSchema = v.object({
  id: v.optional(v.string()),
  title: v.optional(v.string()),
  plan: v.optional(v.object({ id: v.optional(v.string()), title: v.optional(v.string()) })),
});

function faultOf(item: unknown, problem: string): Fault {
  const named = readOne(NamedSchema, item);
  const [id, title] = [named?.plan?.id ?? named?.id ?? '', named?.plan?.title ?? named?.title ?? 'Without a title'];
  return { id, title, problem: `\u201c${title}\u201d cannot be read by this page: ${problem}` };
}

const VersionSchema = v.object({
  version: v.number(),
  savedAt: v.string(),
  title: v.string(),
  totalMs: v.number(),
  name: v.nullable(v.string()),
  changes: v.nullable(v.object({ told: v.array(v.string()), more: v.number() })),
});
const SavedSchema = v.object({ version: v.number() });

export type StoredPlan = v.InferOutput<typeof StoredPlanSchema>;
export type StoredRun = v.InferOutput<typeof RunSchema>;
export type StoredVersion = v.InferOutput<typeof VersionSchema>;
/** A stored document that cannot be read. */
export type Fault = v.InferOutput<typeof FaultSchema>;

/** A page of a long list; `next` asks for the one after it. */
export interface Page<T> {
  items: T[];
  next: string | null;
  faults: Fault[];
  total?: number | undefined;
}

/** What of a list is asked for. */
export interface ListQuery {
  q?: string;
  after?: string | null;
  limit?: number;
  /** Classes with a room plan only. */
  room?: '1';
  /** Runs begun since then, as an ISO time. */
  since?: string;
}

function queryOf(query: Record<string, string | number | null | undefined>): string {
  const params = new URLSearchParams();
  for (const [key, value] of Object.entries(query)) if (value) params.set(key, String(value));
  const text = params.toString();
  return text === '' ? '' : `?${text}`;
}

/** The server answered with an error; `status` 0 means it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: unknown = null,
  ) {
    super(message);
  }
}

const PATIENCE_MS = 15_000;
/** A desk's sends are tried again anyway: one that hangs must not hold a connection for long. */
const RUN_PATIENCE_MS = 4000;

async function call(path: string, init?: RequestInit, patienceMs = PATIENCE_MS): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      ...init,
      signal: AbortSignal.timeout(patienceMs),
      ...(init?.body && !init.headers ? { headers: { 'Content-Type': 'application/json' } } : {}),
    });
  } catch {
    throw new ApiError(0, 'The server cannot be reached');
  }
  if (response.status === 401) askForPassphrase();
  noteTrouble(response.status, init?.method);
  if (response.status === 204) return null;
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return body;
  const title = v.safeParse(v.object({ title: v.string() }), body);
  throw new ApiError(response.status, title.success ? title.output.title : `Error ${response.status}`, body);
}

/** Goes to the log-in and back. A run is never left for it: it goes on here and is sent after the next log-in. */
function askForPassphrase(): void {
  const { pathname, search } = window.location;
  if (pathname === '/login' || pathname.startsWith('/desk/')) return;
  window.location.assign(`/login?to=${encodeURIComponent(pathname + search)}`);
}

const send = (method: string, body: unknown): RequestInit => ({ method, body: JSON.stringify(body) });

export const api = {
  plans: async (query: ListQuery = {}): Promise<Page<StoredPlan>> =>
    readPage(StoredPlanSchema, await call(`/plans${queryOf({ ...query })}`)),
  plan: async (id: string) => v.parse(StoredPlanSchema, await call(`/plans/${id}`)),
  savePlan: async (plan: Plan, baseVersion: number) =>
    v.parse(SavedSchema, await call(`/plans/${plan.id}`, send('PUT', { plan, baseVersion }))),
  deletePlan: (id: string) => call(`/plans/${id}`, { method: 'DELETE' }),
  undeletePlan: (id: string) => call(`/plans/${id}/undelete`, { method: 'POST' }),
  versions: async (id: string, below: number | null = null) =>
    v.parse(
      v.object({ items: v.array(VersionSchema), next: v.nullable(v.number()) }),
      await call(`/plans/${id}/versions${queryOf({ below })}`),
    ),
  version: async (id: string, version: number) => v.parse(planFrom(), await call(`/plans/${id}/versions/${version}`)),
  nameVersion: (id: string, version: number, name: string | null) =>
    call(`/plans/${id}/versions/${version}/name`, send('PUT', { name })),
  importPlans: async (text: string, goodPart: boolean) =>
    v.parse(
      v.object({ told: v.array(v.string()), moves: v.array(v.string()) }),
      await call('/files/import', send('POST', { text, goodPart })),
    ),
  moves: async () => v.parse(v.array(MoveSchema), await call('/moves')),
  /** The moves of the last three classes led, the newest first. */
  movesLately: async () => v.parse(v.array(v.array(v.string())), await call('/moves/lately')),
  saveMoves: (moves: readonly Move[]) => call('/moves', send('PUT', { moves })),
  hideMoves: (names: readonly string[], hidden: boolean) => call('/moves/hidden', send('POST', { names, hidden })),
  kit: async () => v.parse(v.array(KitItemSchema), await call('/kit')),
  saveKit: async (items: readonly KitItem[]) =>
    v.parse(v.array(KitItemSchema), await call('/kit', send('PUT', { items }))),
  thresholds: async (): Promise<Thresholds> => v.parse(ThresholdsSchema, await call('/thresholds')) as Thresholds,
  saveThresholds: (thresholds: Thresholds) => call('/thresholds', send('PUT', thresholds)),
  runs: async (query: ListQuery = {}): Promise<Page<StoredRun>> =>
    readPage(RunSchema, await call(`/runs${queryOf({ ...query })}`)),
  run: async (id: string) => v.parse(RunSchema, await call(`/runs/${id}`)),
  createRun: (id: string, plan: Plan) => call('/runs', send('POST', { id, plan }), RUN_PATIENCE_MS),
  /** How the leading desk's clock stands to the server's, ms. */
  tellClock: (id: string, clockOffsetMs: number) =>
    call(`/runs/${id}/clock`, send('POST', { clockOffsetMs }), RUN_PATIENCE_MS),
  appendEvents: async (id: string, events: readonly RunEvent[]) =>
    v.parse(
      v.object({ stored: v.array(v.string()), refused: v.array(v.object({ id: v.string(), problem: v.string() })) }),
      await call(`/runs/${id}/events`, send('POST', { events }), RUN_PATIENCE_MS),
    ),
};

const RestoredSchema = v.object({ restored: v.record(v.string(), v.number()), before: v.string() });
const KeptSchema = v.object({
  kept: v.array(v.object({ file: v.string(), bytes: v.number(), madeAt: v.string() })),
  folder: v.string(),
  freeBytes: v.nullable(v.number()),
  diskFull: v.boolean(),
  database: v.picklist(['embedded', 'postgres']),
  durable: v.boolean(),
});
const SessionSchema = v.object({
  id: v.string(),
  agent: v.string(),
  address: v.string(),
  madeAt: v.string(),
  seenAt: v.string(),
  mine: v.boolean(),
});
export type Keeping = v.InferOutput<typeof KeptSchema>;
export type SignedIn = v.InferOutput<typeof SessionSchema>;

/** A restore of a large backup takes its time. */
const RESTORE_PATIENCE_MS = 600_000;

/** What the page of backups asks of the server, and who is signed in. */
export const keepApi = {
  keeping: async () => v.parse(KeptSchema, await call('/backup')),
  make: async () =>
    v.parse(v.object({ file: v.string() }), await call('/backup', { method: 'POST' }, RESTORE_PATIENCE_MS)),
  check: async () =>
    v.parse(
      v.object({ rows: v.record(v.string(), v.number()), faults: v.array(v.string()) }),
      await call('/backup/check', undefined, RESTORE_PATIENCE_MS),
    ),
  restoreKept: async (file: string) =>
    v.parse(RestoredSchema, await call(`/backup/restore/${file}`, { method: 'POST' }, RESTORE_PATIENCE_MS)),
  restoreFile: async (file: File) =>
    v.parse(
      RestoredSchema,
      await call(
        '/backup/restore',
        { method: 'POST', body: file, headers: { 'Content-Type': 'application/zip' } },
        RESTORE_PATIENCE_MS,
      ),
    ),
  session: async () => v.parse(v.object({ open: v.boolean(), gated: v.boolean() }), await call('/session')),
  sessions: async () => v.parse(v.array(SessionSchema), await call('/sessions')),
  endSession: (id: string) => call(`/sessions/${id}`, { method: 'DELETE' }),
  signOut: () => call('/session', { method: 'DELETE' }),
};

/** The stored plan inside a 409 answer, or null. */
export function conflictOf(error: unknown): StoredPlan | null {
  if (!(error instanceof ApiError) || error.status !== 409) return null;
  const body = v.safeParse(v.object({ current: StoredPlanSchema }), error.body);
  return body.success ? body.output.current : null;
}
