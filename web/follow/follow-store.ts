import { nanoid } from 'nanoid';
import * as v from 'valibot';
import { create } from 'zustand';
import { type Plan, PlanSchema } from '../../core/plan/index.ts';
import { foldRun, type RunCommand, type RunEvent, RunEventSchema, type RunState } from '../../core/run/index.ts';
import { askClock, ClockEstimate } from '../live/clock.ts';

export type CodeKind = 'watch' | 'squad' | 'remote';
const RunMessage = v.object({
  plan: PlanSchema,
  kind: v.picklist(['watch', 'squad', 'remote']),
  clockOffsetMs: v.number(),
});
const ClockMessage = v.object({ offsetMs: v.number() });

interface FollowState {
  state: 'opening' | 'open' | 'broken' | 'refused';
  kind: CodeKind | null;
  plan: Plan | null;
  events: readonly RunEvent[];
  folded: RunState | null;
  /** Server's clock less the desk's. */
  deskOffsetMs: number;
  message: string;
}

/** A run as a following screen knows it: its plan, its events, its fold. The screen computes the rest itself. */
export const useFollow = create<FollowState>(() => ({
  state: 'opening',
  kind: null,
  plan: null,
  events: [],
  folded: null,
  deskOffsetMs: 0,
  message: '',
}));

const clock = new ClockEstimate();
const ASK_EVERY_MS = 5000;
const FIRST_ASKS = 6;
const SILENT_TOO_LONG_MS = 4000;

/** The desk's time as this screen estimates it, ms since 1970. */
export function deskNow(): number {
  const serverNow = clock.isSet ? performance.now() + clock.offsetMs : Date.now();
  return serverNow - useFollow.getState().deskOffsetMs;
}

/** Opens the stream of a code and keeps it open; gives what closes it. */
export function follow(code: string): () => void {
  const base = `/api/live/${encodeURIComponent(code)}`;
  useFollow.setState({ state: 'opening', plan: null, events: [], folded: null, kind: null, message: '' });
  const stop = new AbortController();
  const ask = () => askClock(clock, `${base}/clock`, stop.signal);
  void (async () => {
    for (let k = 0; k < FIRST_ASKS && !stop.signal.aborted; k++) await ask();
  })();
  const timer = setInterval(ask, ASK_EVERY_MS);
  let source = connect(base);
  let hiddenAt = 0;
  const onVisible = () => {
    // A machine that slept may have stopped its steady clock, and its stream is dead without knowing it.
    if (document.hidden) hiddenAt = Date.now();
    else if (Date.now() - hiddenAt > SILENT_TOO_LONG_MS) {
      clock.reset();
      void ask();
      source.close();
      source = connect(base);
    }
  };
  document.addEventListener('visibilitychange', onVisible);
  return () => {
    stop.abort();
    clearInterval(timer);
    source.close();
    document.removeEventListener('visibilitychange', onVisible);
  };
}

function connect(base: string): EventSource {
  const last = lastNumber;
  const source = new EventSource(`${base}/stream${last > 0 ? `?after=${last}` : ''}`);
  source.addEventListener('run', (e) => {
    const message = v.safeParse(RunMessage, JSON.parse(e.data));
    if (!message.success) return;
    const { plan, kind, clockOffsetMs } = message.output;
    useFollow.setState((s) => ({
      state: 'open',
      plan,
      kind,
      deskOffsetMs: clockOffsetMs,
      folded: foldRun(plan, s.events),
    }));
  });
  source.addEventListener('event', (e) => {
    const event = v.safeParse(RunEventSchema, JSON.parse(e.data));
    if (!event.success) return;
    lastNumber = Math.max(lastNumber, Number(e.lastEventId) || 0);
    useFollow.setState((s) => {
      if (s.events.some((x) => x.id === event.output.id)) return s;
      const events = [...s.events, event.output];
      return { events, folded: s.plan ? foldRun(s.plan, events) : null };
    });
  });
  source.addEventListener('clock', (e) => {
    const message = v.safeParse(ClockMessage, JSON.parse(e.data));
    if (message.success) useFollow.setState({ deskOffsetMs: message.output.offsetMs });
  });
  source.onopen = () => useFollow.setState((s) => (s.state === 'broken' ? { state: 'open' } : s));
  source.onerror = () => {
    // The browser tries again by itself, but not after an answer that is no stream.
    if (source.readyState === EventSource.CLOSED) {
      useFollow.setState({ state: 'refused', message: 'This code opens nothing: the run is over, or it is mistyped' });
    } else useFollow.setState((s) => (s.state === 'opening' ? s : { state: 'broken' }));
  };
  return source;
}

let lastNumber = 0;

/** Asks the desk for something; the desk decides. Throws with what the server said when it is refused. */
export async function askDesk(code: string, command: RunCommand): Promise<void> {
  const body = JSON.stringify({ id: nanoid(16), command });
  const send = () =>
    fetch(`/api/live/${encodeURIComponent(code)}/commands`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body,
    });
  // A lost answer does not tell whether the desk has heard: asking again under the same id does no harm.
  const res = await send().catch(send);
  if (res.ok) return;
  const problem = (await res.json().catch(() => null)) as { title?: string } | null;
  throw new Error(problem?.title ?? `Error ${res.status}`);
}
