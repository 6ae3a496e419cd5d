import { create } from 'zustand';
import { type GoingRun, runs } from '../../../core/wire/index.ts';
import { ask } from '../../base/index.ts';
import { goingHere } from './going-here.ts';
import { keptRuns, restoreRuns } from './kept-runs.ts';

/*
 * The runs that go on now: those of this browser, whether or not the server is there, and those the server knows of.
 */

interface Going {
  runs: readonly (GoingRun & { endsAtMs: number })[];
  /** Asks anew. */
  look: () => Promise<void>;
}

/** The runs that have begun in this browser as they stand at a moment, ms since 1970: what goes on of each, or null. */
function begunHere(nowMs: number): ReadonlyMap<string, GoingRun | null> {
  const begun = new Map<string, GoingRun | null>();
  for (const id of keptRuns.runIds()) {
    const head = keptRuns.readHead(id);
    const events = head ? keptRuns.keptEvents(id) : [];
    if (!head || events.length === 0) continue;
    begun.set(id, goingHere(head, events, nowMs));
  }
  return begun;
}

export const useGoing = create<Going>((set) => ({
  runs: [],
  look: async () => {
    await restoreRuns();
    const nowMs = Date.now();
    const here = begunHere(nowMs);
    const elsewhere = await ask(runs.goingRuns, {}).catch(() => [] as GoingRun[]);
    // What this browser has of its own run is newer than what the server has.
    const others = elsewhere.filter((r) => !here.has(r.id));
    const going = [...[...here.values()].filter((r) => r !== null), ...others];
    set({ runs: going.map((r) => ({ ...r, endsAtMs: nowMs + r.toEndMs })) });
  },
}));

/** The run of a class that goes on, or null; asked anew. */
export async function goingRunOf(planId: string): Promise<GoingRun | null> {
  await useGoing.getState().look();
  return useGoing.getState().runs.find((r) => r.planId === planId) ?? null;
}
