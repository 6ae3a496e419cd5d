import * as v from 'valibot';
import { type Thresholds, ThresholdsSchema } from '../../core/checks/index.ts';
import { type KitItem, KitItemSchema, type Move, MoveSchema } from '../../core/moves/index.ts';
import { type Plan, PlanSchema } from '../../core/plan/index.ts';
import { type RunEvent, RunEventSchema } from '../../core/run/index.ts';

const StoredPlanSchema = v.object({
  plan: PlanSchema,
  version: v.number(),
  updatedAt: v.string(),
  lastLedAt: v.nullable(v.string()),
});
const RunSchema = v.object({
  id: v.string(),
  planId: v.string(),
  title: v.string(),
  plan: PlanSchema,
  status: v.picklist(['ready', 'running', 'paused', 'finished', 'abandoned']),
  startedAt: v.nullable(v.string()),
  endedAt: v.nullable(v.string()),
  plannedMs: v.number(),
  actualMs: v.number(),
  events: v.array(RunEventSchema),
});
const VersionSchema = v.object({ version: v.number(), savedAt: v.string(), title: v.string(), totalMs: v.number() });

export type StoredPlan = v.InferOutput<typeof StoredPlanSchema>;
export type StoredRun = v.InferOutput<typeof RunSchema>;
export type StoredVersion = v.InferOutput<typeof VersionSchema>;

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
      ...(init?.body ? { headers: { 'Content-Type': 'application/json' } } : {}),
    });
  } catch {
    throw new ApiError(0, 'The server cannot be reached');
  }
  if (response.status === 401) askForPassphrase();
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
  plans: async () => v.parse(v.array(StoredPlanSchema), await call('/plans')),
  plan: async (id: string) => v.parse(StoredPlanSchema, await call(`/plans/${id}`)),
  savePlan: async (plan: Plan, baseVersion: number) =>
    v.parse(StoredPlanSchema, await call(`/plans/${plan.id}`, send('PUT', { plan, baseVersion }))),
  deletePlan: (id: string) => call(`/plans/${id}`, { method: 'DELETE' }),
  undeletePlan: (id: string) => call(`/plans/${id}/undelete`, { method: 'POST' }),
  versions: async (id: string) => v.parse(v.array(VersionSchema), await call(`/plans/${id}/versions`)),
  version: async (id: string, version: number) => v.parse(PlanSchema, await call(`/plans/${id}/versions/${version}`)),
  importPlans: (text: string, goodPart: boolean) => call('/files/import', send('POST', { text, goodPart })),
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
  runs: async () => v.parse(v.array(RunSchema), await call('/runs')),
  run: async (id: string) => v.parse(RunSchema, await call(`/runs/${id}`)),
  createRun: (id: string, plan: Plan) => call('/runs', send('POST', { id, plan }), RUN_PATIENCE_MS),
  appendEvents: async (id: string, events: readonly RunEvent[]) =>
    v.parse(
      v.object({ stored: v.array(v.string()) }),
      await call(`/runs/${id}/events`, send('POST', { events }), RUN_PATIENCE_MS),
    ).stored,
};

/** The stored plan inside a 409 answer, or null. */
export function conflictOf(error: unknown): StoredPlan | null {
  if (!(error instanceof ApiError) || error.status !== 409) return null;
  const body = v.safeParse(v.object({ current: StoredPlanSchema }), error.body);
  return body.success ? body.output.current : null;
}
