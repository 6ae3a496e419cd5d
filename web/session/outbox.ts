import { stateAt } from '../../core/run/index.ts';
import { ApiError, api } from '../data/index.ts';
import {
  dropRun,
  keepSent,
  keptEvents,
  readHead,
  sendAnew,
  setAside,
  storedRunIds,
  storeHead,
  waitingEvents,
} from './run-storage.ts';

const RETRY_MS = 2000;
const BATCH = 200;
/** A run that was opened and never started is forgotten after a day. */
const UNSTARTED_FOR_MS = 86_400_000;
/** Answers by which the server says that it will not take a run as it is. */
const BLOCKING = [400, 413, 422];
const under = new Map<string, Promise<boolean>>();
/** Runs that were asked for again while they were being sent. */
const again = new Set<string>();

/** What a send has settled, told to this window as `odd-round:sent`. */
export interface Settled {
  runId: string;
  sent: readonly string[];
  refused: readonly { id: string; problem: string }[];
  /** Why the server takes nothing of this run, where it has said so. */
  blocked: string | null;
}

/**
 * Sends what the server does not have of a run, in order, and notes what it confirms. Gives true when nothing waits any more.
 * What the server refuses is set aside: it must not hold up what comes after it. A send that fails leaves everything as it was
 * and gives false; sending twice does no harm.
 */
export function flush(id: string): Promise<boolean> {
  const running = under.get(id);
  if (running) {
    again.add(id);
    return running;
  }
  const sending = sendUntilQuiet(id);
  under.set(id, sending);
  return sending;
}

/** What comes while something is sent is sent right after it; once that is decided, whoever asks begins anew. */
async function sendUntilQuiet(id: string): Promise<boolean> {
  try {
    let all: boolean;
    do {
      again.delete(id);
      all = await tried(id);
    } while (all && again.has(id));
    return all;
  } finally {
    under.delete(id);
  }
}

async function tried(id: string): Promise<boolean> {
  try {
    return await sendAll(id);
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    const head = error.status === 404 ? readHead(id) : null;
    // The server has lost the run, as after a restore: it is given it anew.
    if (head) sendAnew(head);
    else if (BLOCKING.includes(error.status)) tell({ runId: id, sent: [], refused: [], blocked: error.message });
    return false;
  }
}

async function sendAll(id: string): Promise<boolean> {
  for (;;) {
    const waiting = waitingEvents(id).slice(0, BATCH);
    const head = waiting.length === 0 ? null : readHead(id);
    if (!head) return true;
    if (!head.created) {
      await api.createRun(id, head.plan);
      storeHead({ ...(readHead(id) ?? head), created: true });
      tell({ runId: id, sent: [], refused: [], blocked: null });
      continue;
    }
    const { stored, refused } = await api.appendEvents(id, waiting);
    const has = new Set(stored);
    const said = new Map(refused.map((r) => [r.id, r.problem]));
    for (const event of waiting)
      if (has.has(event.id)) keepSent(id, event);
      else if (said.has(event.id)) setAside(id, event, said.get(event.id) ?? '');
    tell({ runId: id, sent: stored, refused, blocked: null });
    // An answer that settles nothing would be asked for without end.
    if (!waiting.some((e) => has.has(e.id) || said.has(e.id))) return false;
  }
}

function tell(settled: Settled): void {
  window.dispatchEvent(new CustomEvent('odd-round:sent', { detail: settled }));
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
    const head = readHead(id);
    if (!head) continue;
    const events = keptEvents(id);
    if (events.length === 0) {
      if (nowMs - head.madeAtMs > UNSTARTED_FOR_MS) dropRun(id);
      continue;
    }
    const all = await flush(id).catch(() => false);
    const { status } = stateAt(head.plan, events, nowMs + (head.shiftMs ?? 0));
    if (all && (status === 'finished' || status === 'abandoned')) dropRun(id);
  }
}
