import { create } from 'zustand';
import { stateAt, viewOf } from '../../core/run/index.ts';
import { api, type GoingRun } from '../data/index.ts';
import { keptRuns, restoreRuns } from './kept-runs.ts';

/*
 * The runs that go on now: those of this browser, whether or not the server is there, and those the server knows of.
 */

interface Going {
  runs: readonly (GoingRun & { endsAtMs: number })[];
  /** Asks anew. */
  look: () => Promise<void>;
}

/** The runs of this browser that go on at a moment, ms since 1970. */
function keptHere(nowMs: number): GoingRun[] {
  return keptRuns.runIds().flatMap((id) => {
    const head = keptRuns.readHead(id);
    const events = head ? keptRuns.keptEvents(id) : [];
    if (!head || events.length === 0) return [];
    const state = stateAt(head.plan, events, nowMs + (head.shiftMs ?? 0));
    if (state.status !== 'running' && state.status !== 'paused') return [];
    const { toEndMs, waiting } = viewOf(state);
    const startedAt = state.startedAtMs === null ? null : new Date(state.startedAtMs).toISOString();
    const { status } = state;
    return [{ id, planId: head.plan.id, title: head.plan.title, startedAt, status, toEndMs, waiting }];
  });
}

export const useGoing = create<Going>((set) => ({
  runs: [],
  look: async () => {
    await restoreRuns();
    const nowMs = Date.now();
    const here = keptHere(nowMs);
    const ids = new Set(here.map((r) => r.id));
    // What this browser has of its own run is newer than what the server has.
    const ended = new Set(keptRuns.runIds().filter((id) => !ids.has(id) && keptRuns.keptEvents(id).length > 0));
    const elsewhere = await api.goingRuns().catch(() => [] as GoingRun[]);
    const others = elsewhere.filter((r) => !ids.has(r.id) && !ended.has(r.id));
    set({ runs: [...here, ...others].map((r) => ({ ...r, endsAtMs: nowMs + r.toEndMs })) });
  },
}));

/** The run of a class that goes on, or null; asked anew. */
export async function goingRunOf(planId: string): Promise<GoingRun | null> {
  await useGoing.getState().look();
  return useGoing.getState().runs.find((r) => r.planId === planId) ?? null;
}
