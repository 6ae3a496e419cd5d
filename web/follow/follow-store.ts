import { nanoid } from 'nanoid';
import { create } from 'zustand';
import type { Plan } from '../../core/plan/index.ts';
import { type RunCommand, type RunEvent, RunLog, type RunState } from '../../core/run/index.ts';
import { runs } from '../../core/wire/index.ts';
import { ApiError, addressOf, ask, isMissing } from '../data/index.ts';
import {
  askClock,
  ClockEstimate,
  openRunStream,
  type StreamKind,
  type StreamSource,
  type StreamState,
} from '../live/index.ts';

interface FollowState {
  state: 'opening' | StreamState;
  kind: StreamKind | null;
  plan: Plan | null;
  events: readonly RunEvent[];
  folded: RunState | null;
  /** Server's clock less the leading desk's, ms. */
  deskOffsetMs: number;
}

const CLOSED: FollowState = { state: 'opening', kind: null, plan: null, events: [], folded: null, deskOffsetMs: 0 };

/** A run as a following screen knows it: its plan, its events, its fold. The screen computes the rest itself. */
export const useFollow = create<FollowState>(() => CLOSED);

const clock = new ClockEstimate();
const ASK_EVERY_MS = 5000;
const FIRST_ASKS = 6;

/** The desk's time as this screen estimates it, ms since 1970. */
export function deskNow(): number {
  const serverNow = clock.isSet ? performance.now() + clock.offsetMs : Date.now();
  return serverNow - useFollow.getState().deskOffsetMs;
}

/** Opens the stream of a code and keeps it open; gives what closes it. */
export function follow(code: string): () => void {
  const path = { code };
  useFollow.setState(CLOSED);
  const stop = new AbortController();
  let log: RunLog | null = null;
  const source: StreamSource = {
    address: (after) => addressOf(runs.followStream, { path, query: { after } }),
    isGone: () => isMissing(ask(runs.followCode, { path })),
  };
  const askTime = () => askClock(clock, (signal) => ask(runs.followClock, { path, signal }), stop.signal);
  void (async () => {
    for (let k = 0; k < FIRST_ASKS && !stop.signal.aborted; k++) await askTime();
  })();
  const timer = setInterval(askTime, ASK_EVERY_MS);
  const close = openRunStream(source, {
    onRun: ({ plan, kind, clockOffsetMs }) => {
      log = new RunLog(plan, useFollow.getState().events);
      useFollow.setState({ plan, kind, deskOffsetMs: clockOffsetMs, folded: log.state });
      void askTime();
    },
    onEvent: (event) => {
      if (log && log.add([event]).length > 0) useFollow.setState({ events: log.events, folded: log.state });
    },
    onClock: (deskOffsetMs) => useFollow.setState({ deskOffsetMs }),
    // A machine slept, or the server has begun anew: its time is asked for at once.
    onBeat: (serverMs) => {
      if (clock.isSurprisedBy(serverMs)) void askTime();
    },
    onState: (state) => useFollow.setState({ state }),
  });
  return () => {
    stop.abort();
    clearInterval(timer);
    close();
  };
}

/** Asks the desk for something; the desk decides. Throws with what the server said when it is refused. */
export async function askDesk(code: string, command: RunCommand): Promise<void> {
  const body = { id: nanoid(16), command };
  const send = () => ask(runs.askDesk, { path: { code }, body });
  // A lost answer does not tell whether the desk has heard: asking again under the same id does no harm.
  await send().catch((error: unknown) => {
    if (error instanceof ApiError && error.status === 0) return send();
    throw error;
  });
}
