import * as v from 'valibot';
import type { Plan } from '../../core/plan/index.ts';
import type { RunEvent } from '../../core/run/index.ts';
import { type PulseOnWall, STREAM_MESSAGES } from '../../core/wire/index.ts';

export type StreamKind = v.InferOutput<typeof STREAM_MESSAGES.run>['kind'];
export type StreamState = 'open' | 'broken' | 'refused';

/** What comes over a run's stream. */
export interface StreamListener {
  /** First of all, and again after every break: the plan as begun and the server's clock less the leading desk's, ms. */
  onRun(message: { plan: Plan; kind: StreamKind; clockOffsetMs: number }): void;
  onEvent(event: RunEvent): void;
  onClock(offsetMs: number): void;
  /** The server's time, a few seconds apart. */
  onBeat(serverMs: number): void;
  /** What the desk has this screen show of heart rates. */
  onPulse?(pulse: PulseOnWall | null): void;
  /** What a remote, a squad or a wall asks of the desk; not yet checked beyond its shape. */
  onCommand?(id: string, command: { type: string }): void;
  onState(state: StreamState): void;
}

/** The server gives a sign of life every 3 s; without one for this long the connection is dead. */
const DEAD_AFTER_MS = 7000;
/** A new try begins this often, so that a screen is back within a second of its network. */
const RETRY_MS = 700;
/** Tries under way at once: on a slow way the older ones may still get through. */
const TRIES_AT_ONCE = 3;

/** Where a stream is, and whether what it tells of is there at all. */
export interface StreamSource {
  /** The address of the stream, going on after the event of a number. */
  address: (after: string | undefined) => string;
  /** True when the server says that there is no such run or code; not when it cannot be reached. */
  isGone: () => Promise<boolean>;
}

/**
 * Opens a run's stream and keeps it open until the function it gives is called: a connection that broke, or that no longer
 * gives a sign of life, is made anew and goes on after the last event it had. `refused` means that there is no such run or
 * code; it is not tried again.
 */
export function openRunStream({ address, isGone }: StreamSource, on: StreamListener): () => void {
  let source: EventSource | null = null;
  let tries: EventSource[] = [];
  let last = 0;
  let heardAt = performance.now();
  let triedAt = 0;
  let over = false;

  const attempt = () => {
    triedAt = performance.now();
    const opened = new EventSource(address(last > 0 ? String(last) : undefined));
    tries.push(opened);
    if (tries.length > TRIES_AT_ONCE) tries.shift()?.close();
    const hear = <K extends keyof typeof STREAM_MESSAGES>(
      name: K,
      then: (x: v.InferOutput<(typeof STREAM_MESSAGES)[K]>) => void,
    ) =>
      opened.addEventListener(name, (e: MessageEvent<string>) => {
        if (name === 'run') settleOn(opened);
        if (source !== opened) return;
        heardAt = performance.now();
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
    opened.onerror = () => void failed(opened);
  };

  /** The first try that gets through is the stream. */
  const settleOn = (opened: EventSource) => {
    if (source === null && tries.includes(opened)) source = opened;
    for (const other of tries) if (other !== source) other.close();
    tries = tries.filter((t) => t === source);
  };

  const lose = () => {
    source?.close();
    tries = tries.filter((t) => t !== source);
    source = null;
    on.onState('broken');
  };

  const failed = async (which: EventSource) => {
    if (over) return;
    if (which === source) lose();
    which.close();
    tries = tries.filter((t) => t !== which);
    // What the answer was that is no stream is not told: find out whether it is final.
    if (!(await isGone()) || over || source !== null) return;
    stop();
    on.onState('refused');
  };

  const watch = setInterval(() => {
    const now = performance.now();
    if (source !== null && now - heardAt > DEAD_AFTER_MS) lose();
    if (source === null && now - triedAt >= RETRY_MS) attempt();
  }, RETRY_MS / 4);
  const atOnce = () => {
    if (source !== null) lose();
    attempt();
  };
  window.addEventListener('online', atOnce);
  const stop = () => {
    over = true;
    clearInterval(watch);
    window.removeEventListener('online', atOnce);
    for (const t of tries) t.close();
  };
  attempt();
  return stop;
}
