import { stateAt } from '../../core/run/index.ts';
import { ApiError, api } from '../app/api.ts';
import { dropRun, readRun, storedRunIds, storeRun, unsent } from './run-storage.ts';

const RETRY_MS = 2000;
const BATCH = 200;
/** A run that was opened and never started is forgotten after a day. */
const UNSTARTED_FOR_MS = 86_400_000;
const busy = new Set<string>();

/**
 * Sends what the server does not have of a run, in order, and notes what it confirms. Gives true when it has all.
 * A send that fails leaves everything as it was: sending twice does no harm.
 */
export async function flush(id: string): Promise<boolean> {
  if (busy.has(id)) return false;
  busy.add(id);
  try {
    return await sendAll(id);
  } catch (error) {
    if (error instanceof ApiError && (error.status === 0 || error.status >= 500)) return false;
    throw error;
  } finally {
    busy.delete(id);
  }
}

async function sendAll(id: string): Promise<boolean> {
  for (;;) {
    const run = readRun(id);
    if (!run || run.events.length === 0) return true;
    if (!run.created) {
      await api.createRun(id, run.plan);
      note(id, (r) => ({ ...r, created: true }));
      continue;
    }
    const events = unsent(run).slice(0, BATCH);
    if (events.length === 0) return true;
    const stored = await api.appendEvents(id, events);
    note(id, (r) => ({ ...r, sent: [...new Set([...r.sent, ...stored])] }));
  }
}

function note(
  id: string,
  change: (run: NonNullable<ReturnType<typeof readRun>>) => NonNullable<ReturnType<typeof readRun>>,
): void {
  const run = readRun(id);
  if (!run) return;
  storeRun(change(run));
  window.dispatchEvent(new CustomEvent('odd-round:sent', { detail: id }));
}

/** Keeps sending a run's events until stopped: at once when told, and again while something is left. */
export function keepSending(id: string): { poke: () => void; stop: () => void } {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let stopped = false;
  const go = async () => {
    clearTimeout(timer);
    const all = await flush(id).catch(() => false);
    if (!stopped && !all) timer = setTimeout(go, RETRY_MS);
  };
  const poke = () => void go();
  window.addEventListener('online', poke);
  poke();
  return {
    poke,
    stop: () => {
      stopped = true;
      clearTimeout(timer);
      window.removeEventListener('online', poke);
    },
  };
}

/** At the start of the application: sends what earlier windows left, and forgets runs that are over and safe. */
export async function flushLeftovers(nowMs: number): Promise<void> {
  for (const id of storedRunIds()) {
    const run = readRun(id);
    if (!run) continue;
    if (run.events.length === 0) {
      if (nowMs - run.madeAtMs > UNSTARTED_FOR_MS) dropRun(id);
      continue;
    }
    const all = await flush(id).catch(() => false);
    const { status } = stateAt(run.plan, run.events, nowMs + (run.shiftMs ?? 0));
    if (all && (status === 'finished' || status === 'abandoned')) dropRun(id);
  }
}
