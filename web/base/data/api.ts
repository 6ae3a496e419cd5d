import * as v from 'valibot';
import type { Plan, WeightUnit } from '../../../core/class/index.ts';
import type { Thresholds } from '../../../core/judge/index.ts';
import type { KitItem, Move } from '../../../core/moves/index.ts';
import type { RunEvent } from '../../../core/time/index.ts';
import { ConflictSchema, library, plans, runs, type StoredPlan } from '../../../core/wire/index.ts';
import { ApiError, ask } from './client.ts';

/** A desk's sends are tried again anyway: one that hangs must not hold a connection for long. */
const RUN_PATIENCE_MS = 4000;
const PAGE = 50;

/** The query of a list. */
export interface ListQuery {
  q?: string;
  after?: string | null;
  limit?: number;
  /** Classes with a room plan only. */
  room?: '1';
  /** All classes but those of series. */
  series?: '0';
  /** What is in the bin, in place of what is not. */
  bin?: '1';
}

/** The query of the log. */
export interface LogQuery extends Omit<ListQuery, 'room' | 'series'> {
  /** Begun since then, and before then, as ISO times. */
  since?: string;
  until?: string;
  plan?: string;
  squad?: string;
  move?: string;
  trial?: 'only' | 'none';
}

const listed = <Q extends ListQuery>({ after, limit = PAGE, ...query }: Q) => ({
  ...query,
  limit: String(limit),
  ...(after ? { after } : {}),
});

/** The requests that several screens make; see `core/wire`. */
export const api = {
  plans: (query: ListQuery = {}) => ask(plans.listPlans, { query: listed(query) }),
  plan: (id: string) => ask(plans.getPlan, { path: { id } }),
  savePlan: (plan: Plan, baseVersion: number) =>
    ask(plans.savePlan, { path: { id: plan.id }, body: { plan, baseVersion } }),
  deletePlan: (id: string) => ask(plans.deletePlan, { path: { id } }),
  undeletePlan: (id: string) => ask(plans.undeletePlan, { path: { id } }),
  moves: () => ask(library.listMoves, {}),
  movesUsed: () => ask(library.movesUsed, {}),
  movesLately: () => ask(library.movesLately, {}),
  saveMoves: (moves: readonly Move[]) => ask(library.saveMoves, { body: { moves: [...moves] } }),
  hideMoves: (names: readonly string[], hidden: boolean) =>
    ask(library.hideMoves, { body: { names: [...names], hidden } }),
  kit: () => ask(library.listKit, {}),
  saveKit: (items: readonly KitItem[]) => ask(library.saveKit, { body: { items: [...items] } }),
  units: () => ask(library.getUnits, {}),
  saveUnits: (weight: WeightUnit) => ask(library.saveUnits, { body: { weight } }),
  thresholds: () => ask(library.getThresholds, {}) as Promise<Thresholds>,
  habits: () => ask(library.getHabits, {}),
  runs: (query: LogQuery = {}) => ask(runs.listRuns, { query: listed(query) }),
  markRuns: (ids: readonly string[], marks: { trial?: boolean; binned?: boolean }) =>
    ask(runs.markRuns, { body: { ids: [...ids], ...marks } }),
  workSince: (since: Date) => ask(runs.sumWork, { query: { since: since.toISOString() } }),
  run: (id: string) => ask(runs.getRun, { path: { id } }),
  createRun: (id: string, plan: Plan) => ask(runs.createRun, { body: { id, plan }, patienceMs: RUN_PATIENCE_MS }),
  appendEvents: (id: string, events: readonly RunEvent[]) =>
    ask(runs.appendEvents, { path: { id }, body: { events: [...events] }, patienceMs: RUN_PATIENCE_MS }),
  codes: (id: string) => ask(runs.makeCodes, { path: { id } }),
  /** How the leading desk's clock stands to the server's, ms. */
  tellClock: (id: string, clockOffsetMs: number) =>
    ask(runs.tellClock, { path: { id }, body: { clockOffsetMs }, patienceMs: RUN_PATIENCE_MS }),
};

/** The stored plan inside a 409 answer, or null. */
export function conflictOf(error: unknown): StoredPlan | null {
  if (!(error instanceof ApiError) || error.status !== 409) return null;
  const body = v.safeParse(ConflictSchema, error.body);
  return body.success ? body.output.current : null;
}
