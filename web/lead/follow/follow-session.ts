import type { Plan } from '../../../core/class/index.ts';
import { type FollowingScreen, type RunEvent, RunLog, type RunState } from '../../../core/time/index.ts';
import type { PulseOnWall } from '../../../core/wire/index.ts';
import {
  ClockEstimate,
  type StreamKind,
  type StreamListener,
  type StreamState,
  type Timers,
} from '../../base/index.ts';

const ASK_EVERY_MS = 5000;
const FIRST_ASKS = 6;

/** A run as a following screen knows it: its plan, its events, its fold. The screen computes the rest itself. */
export interface FollowState {
  state: 'opening' | StreamState;
  kind: StreamKind | null;
  /** The number of the station, or the squad, that the server tells this screen of; null where it is of none. */
  part: string | null;
  plan: Plan | null;
  events: readonly RunEvent[];
  folded: RunState | null;
  /** Server's clock less the leading desk's, ms. */
  deskOffsetMs: number;
  /** What the desk has this screen show of heart rates, and when it last told, on the steady clock; null for nothing. */
  pulse: { shown: PulseOnWall; atMs: number } | null;
}

export const NOT_FOLLOWING: FollowState = {
  state: 'opening',
  kind: null,
  part: null,
  plan: null,
  events: [],
  folded: null,
  deskOffsetMs: 0,
  pulse: null,
};

/** All that a following screen stands on, given to it. */
export interface FollowParts {
  /** Opens the stream of a code; gives what closes it. */
  openStream: (code: string, screen: FollowingScreen, on: StreamListener) => () => void;
  /** Asks the server's time once and adds the answer to the estimate; a question that fails changes nothing. */
  askTime: (code: string, estimate: ClockEstimate, signal: AbortSignal) => Promise<void>;
  timers: Timers;
  steadyNow: () => number;
  systemNow: () => number;
}

/** A screen that follows a run: by the events that the stream tells, on the leading desk's time as it estimates it. */
export class FollowSession {
  private current: FollowState = NOT_FOLLOWING;
  private readonly clock: ClockEstimate;
  private readonly watchers = new Set<(state: FollowState) => void>();

  constructor(private readonly parts: FollowParts) {
    this.clock = new ClockEstimate(parts.steadyNow);
  }

  get state(): FollowState {
    return this.current;
  }

  /** Calls back with every new state, until the function it gives is called. */
  watch(onState: (state: FollowState) => void): () => void {
    this.watchers.add(onState);
    return () => this.watchers.delete(onState);
  }

  /** The desk's time as this screen estimates it, ms since 1970. */
  deskNow(): number {
    const { steadyNow, systemNow } = this.parts;
    const serverNow = this.clock.isSet ? steadyNow() + this.clock.offsetMs : systemNow();
    return serverNow - this.current.deskOffsetMs;
  }

  /** Opens the stream of a code for a screen and keeps it open; gives what closes it. */
  follow(code: string, screen: FollowingScreen): () => void {
    this.set(NOT_FOLLOWING);
    const stop = new AbortController();
    let log: RunLog | null = null;
    const askTime = () => this.parts.askTime(code, this.clock, stop.signal);
    void (async () => {
      for (let k = 0; k < FIRST_ASKS && !stop.signal.aborted; k++) await askTime();
    })();
    const stopAsking = this.parts.timers.every(ASK_EVERY_MS, () => void askTime());
    const close = this.parts.openStream(code, screen, {
      onRun: ({ plan, kind, part, clockOffsetMs }) => {
        log = new RunLog(plan, this.current.events);
        this.set({ plan, kind, part, deskOffsetMs: clockOffsetMs, folded: log.state });
        void askTime();
      },
      onEvent: (event) => {
        if (log && log.add([event]).length > 0) this.set({ events: log.events, folded: log.state });
      },
      onPulse: (shown) => this.set({ pulse: shown && { shown, atMs: this.parts.steadyNow() } }),
      onClock: (deskOffsetMs) => this.set({ deskOffsetMs }),
      // A machine slept, or the server has begun anew: its time is asked for at once.
      onBeat: (serverMs) => {
        if (this.clock.isSurprisedBy(serverMs)) void askTime();
      },
      onState: (state) => this.set({ state }),
    });
    return () => {
      stop.abort();
      stopAsking();
      close();
    };
  }

  private set(change: Partial<FollowState>): void {
    this.current = { ...this.current, ...change };
    for (const watcher of this.watchers) watcher(this.current);
  }
}
