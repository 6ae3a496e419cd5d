import * as v from 'valibot';
import type { Plan } from '../../../core/class/index.ts';
import type { RunEvent } from '../../../core/time/index.ts';
import { type PulseOnWall, STREAM_MESSAGES } from '../../../core/wire/index.ts';
import type { Standing } from '../data/index.ts';

export type StreamKind = v.InferOutput<typeof STREAM_MESSAGES.run>['kind'];
export type StreamState = 'open' | 'broken' | 'refused';

/** What comes over a run's stream. */
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

/** Where a stream is, and how it stands with it. */
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
  { address, standing }: StreamSource,
  on: StreamListener,
  chance: () => number = Math.random,
): () => void {
  const now = () => performance.now();
  let source: EventSource | null = null;
  let trying: { opened: EventSource; sinceMs: number } | null = null;
  let last = 0;
  let heardAt = 0;
  let failures = 0;
  let nextAt = 0;
  let lostAt: number | null = null;
  let over = false;

  const attempt = () => {
    trying?.opened.close();
    const opened = new EventSource(address(last > 0 ? String(last) : undefined));
    trying = { opened, sinceMs: now() };
    const hear = <K extends keyof typeof STREAM_MESSAGES>(
      name: K,
      then: (x: v.InferOutput<(typeof STREAM_MESSAGES)[K]>) => void,
    ) =>
      opened.addEventListener(name, (e: MessageEvent<string>) => {
        if (name === 'run' && trying?.opened === opened) settleOn(opened);
        if (source !== opened) return;
        heardAt = now();
        const message = v.safeParse(STREAM_MESSAGES[name], JSON.parse(e.data));
        if (!message.success) return;
        last = Math.max(last, Number(e.lastEventId) || 0);
        then(message.output);
      });
    hear('run', (m) => {
      on.onRun(m);
      on.onState('open');
    });
    hear('event', on.onEvent);
    hear('clock', (m) => on.onClock(m.offsetMs));
    hear('pulse', (m) => on.onPulse?.(m.pulse));
    hear('beat', (m) => on.onBeat(m.nowMs));
    hear('command', (m) => on.onCommand?.(m.id, m.command));
    hear('waiting', () => on.onWaiting?.());
    opened.onerror = () => void failed(opened);
  };

  const settleOn = (opened: EventSource) => {
    source = opened;
    trying = null;
    failures = 0;
    lostAt = null;
  };

  const lose = () => {
    source?.close();
    source = null;
    lostAt ??= now();
    failures = 0;
    nextAt = now() + chance() * LOOK_EVERY_MS;
  };

  /** When the next try begins after one that came to nothing. */
  const later = () => {
    const mostMs = Math.min(AGAIN_MOST_MS, AGAIN_MS * 2 ** failures);
    failures += 1;
    nextAt = now() + mostMs * (0.5 + chance() / 2);
  };

  const failed = async (which: EventSource) => {
    which.close();
    if (which === source) return lose();
    if (over || trying?.opened !== which) return;
    trying = null;
    later();
    // What the answer was that is no stream is not told: find out whether it is final.
    const { gone, waitMs } = await standing();
    if (over || source !== null) return;
    nextAt = Math.max(nextAt, now() + waitMs);
    if (!gone) return;
    stop();
    on.onState('refused');
  };

  const look = () => {
    if (source !== null && now() - heardAt > DEAD_AFTER_MS) lose();
    if (lostAt !== null && now() - lostAt > TOLD_AFTER_MS) {
      lostAt = Number.POSITIVE_INFINITY;
      on.onState('broken');
    }
    if (trying && now() - trying.sinceMs > TRY_FOR_MS) {
      trying.opened.close();
      trying = null;
      later();
    }
    if (source === null && trying === null && now() >= nextAt) attempt();
  };
  const timer = setInterval(look, LOOK_EVERY_MS);
  /** The network is back: what was under way before it went may never come. */
  const online = () => {
    if (source !== null) lose();
    attempt();
  };
  /** Somebody looks at the screen again: a machine that slept finds its stream dead, and waits for nothing. */
  const comeForward = () => {
    if (document.visibilityState !== 'visible') return;
    if (source !== null && now() - heardAt > DEAD_AFTER_MS) lose();
    if (source === null && trying === null) attempt();
  };
  window.addEventListener('online', online);
  document.addEventListener('visibilitychange', comeForward);
  const stop = () => {
    over = true;
    clearInterval(timer);
    window.removeEventListener('online', online);
    document.removeEventListener('visibilitychange', comeForward);
    source?.close();
    trying?.opened.close();
  };
  attempt();
  return stop;
}
