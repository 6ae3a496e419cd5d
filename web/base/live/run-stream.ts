import * as v from 'valibot';
import type { Plan } from '../../../core/class/index.ts';
import type { RunEvent } from '../../../core/time/index.ts';
import { type PulseOnWall, STREAM_MESSAGES } from '../../../core/wire/index.ts';
import type { Standing } from '../data/index.ts';

export type StreamKind = v.InferOutput<typeof STREAM_MESSAGES.run>['kind'];
export type StreamState = 'open' | 'broken' | 'refused';

/** The listener of a run's stream. */
export interface StreamListener {
  /** First of all, and again after every break: the plan as begun and the server's clock less the leading desk's, ms. */
  onRun(message: { plan: Plan; kind: StreamKind; part: string | null; clockOffsetMs: number }): void;
  onEvent(event: RunEvent): void;
  onClock(offsetMs: number): void;
  /** The server's time, a few seconds apart. */
  onBeat(serverMs: number): void;
  /** What the desk has this screen show of heart rates. */
  onPulse?(pulse: PulseOnWall | null): void;
  /** What a remote, a squad or a wall asks of the desk; not yet checked beyond its shape. */
  onCommand?(id: string, command: { type: string }): void;
  /** Something that a phone entered waits for the instructor, or does so no more. */
  onWaiting?(): void;
  onState(state: StreamState): void;
}

/** The server gives a sign of life every 3 s; without one for this long the connection is dead. */
const DEAD_AFTER_MS = 7000;
/** A try is not given up while it may still come through: a server that has much to do answers late. */
const TRY_FOR_MS = 15_000;
/** Tries after a break: at once, then so much later each time, up to the most; by chance down to half, so that a hall does not come all at once. */
const AGAIN_MS = 1000;
const AGAIN_MOST_MS = 15_000;
/** A break that is shorter is not told: the screen goes on by its own clock. */
const TOLD_AFTER_MS = 10_000;
const LOOK_EVERY_MS = 200;

/** The address of a stream, and a way to ask for its state. */
export interface StreamSource {
  /** The address of the stream, going on after the event of a number. */
  address: (after: string | undefined) => string;
  standing: () => Promise<Standing>;
}

/**
 * Opens a run's stream and keeps it open until the function it gives is called: a connection that broke, or that no longer
 * gives a sign of life, is made anew and goes on after the last event it had, with one try at a time. `broken` is told when that has lasted;
 * `refused` means that there is no such run or code; it is not tried again.
 * @param chance gives numbers from 0 to 1
 */
export function openRunStream(
  source: StreamSource,
  on: StreamListener,
  chance: () => number = Math.random,
): () => void {
  const stream = new RunStream(source, on, chance);
  return () => stream.stop();
}

class RunStream {
  private source: EventSource | null = null;
  private trying: { opened: EventSource; sinceMs: number } | null = null;
  /** The number of the last event that came. */
  private last = 0;
  private heardAt = 0;
  private failures = 0;
  private nextAt = 0;
  private lostAt: number | null = null;
  private readonly over = new AbortController();

  constructor(
    private readonly from: StreamSource,
    private readonly on: StreamListener,
    private readonly chance: () => number,
  ) {
    const timer = setInterval(() => this.look(), LOOK_EVERY_MS);
    const { signal } = this.over;
    signal.addEventListener('abort', () => clearInterval(timer));
    window.addEventListener('online', () => this.comeOnline(), { signal });
    document.addEventListener('visibilitychange', () => this.comeForward(), { signal });
    this.attempt();
  }

  stop(): void {
    this.over.abort();
    this.source?.close();
    this.trying?.opened.close();
  }

  private attempt(): void {
    this.trying?.opened.close();
    const opened = new EventSource(this.from.address(this.last > 0 ? String(this.last) : undefined));
    this.trying = { opened, sinceMs: performance.now() };
    const { on } = this;
    this.hear(opened, 'run', (m) => {
      on.onRun(m);
      on.onState('open');
    });
    this.hear(opened, 'event', (e) => on.onEvent(e));
    this.hear(opened, 'clock', (m) => on.onClock(m.offsetMs));
    this.hear(opened, 'pulse', (m) => on.onPulse?.(m.pulse));
    this.hear(opened, 'beat', (m) => on.onBeat(m.nowMs));
    this.hear(opened, 'command', (m) => on.onCommand?.(m.id, m.command));
    this.hear(opened, 'waiting', () => on.onWaiting?.());
    opened.onerror = () => void this.fail(opened);
  }

  private hear<K extends keyof typeof STREAM_MESSAGES>(
    opened: EventSource,
    name: K,
    then: (message: v.InferOutput<(typeof STREAM_MESSAGES)[K]>) => void,
  ): void {
    opened.addEventListener(name, (e: MessageEvent<string>) => {
      if (name === 'run' && this.trying?.opened === opened) this.settleOn(opened);
      if (this.source !== opened) return;
      this.heardAt = performance.now();
      const message = v.safeParse(STREAM_MESSAGES[name], JSON.parse(e.data));
      if (!message.success) return;
      this.last = Math.max(this.last, Number(e.lastEventId) || 0);
      then(message.output);
    });
  }

  private settleOn(opened: EventSource): void {
    this.source = opened;
    this.trying = null;
    this.failures = 0;
    this.lostAt = null;
  }

  private lose(): void {
    this.source?.close();
    this.source = null;
    this.lostAt ??= performance.now();
    this.failures = 0;
    this.nextAt = performance.now() + this.chance() * LOOK_EVERY_MS;
  }

  /** When the next try begins after one that came to nothing. */
  private later(): void {
    const mostMs = Math.min(AGAIN_MOST_MS, AGAIN_MS * 2 ** this.failures);
    this.failures += 1;
    this.nextAt = performance.now() + mostMs * (0.5 + this.chance() / 2);
  }

  private async fail(which: EventSource): Promise<void> {
    which.close();
    if (which === this.source) return this.lose();
    if (this.over.signal.aborted || this.trying?.opened !== which) return;
    this.trying = null;
    this.later();
    // What the answer was that is no stream is not told: find out whether it is final.
    const { gone, waitMs } = await this.from.standing();
    if (this.over.signal.aborted || this.source !== null) return;
    this.nextAt = Math.max(this.nextAt, performance.now() + waitMs);
    if (!gone) return;
    this.stop();
    this.on.onState('refused');
  }

  private look(): void {
    const now = performance.now();
    this.loseDead();
    if (this.lostAt !== null && now - this.lostAt > TOLD_AFTER_MS) {
      this.lostAt = Number.POSITIVE_INFINITY;
      this.on.onState('broken');
    }
    if (this.trying && now - this.trying.sinceMs > TRY_FOR_MS) {
      this.trying.opened.close();
      this.trying = null;
      this.later();
    }
    if (this.source === null && this.trying === null && now >= this.nextAt) this.attempt();
  }

  private loseDead(): void {
    if (this.source !== null && performance.now() - this.heardAt > DEAD_AFTER_MS) this.lose();
  }

  /** The network is back: what was under way before it went may never come. */
  private comeOnline(): void {
    if (this.source !== null) this.lose();
    this.attempt();
  }

  /** Somebody looks at the screen again: a machine that slept finds its stream dead, and waits for nothing. */
  private comeForward(): void {
    if (document.visibilityState !== 'visible') return;
    this.loseDead();
    if (this.source === null && this.trying === null) this.attempt();
  }
}
