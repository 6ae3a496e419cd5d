import * as v from 'valibot';
import type { Plan } from '../../core/plan/index.ts';
import { type RunEvent, RunEventSchema } from '../../core/run/index.ts';
import { planFrom } from '../data/index.ts';

export type StreamKind = 'watch' | 'squad' | 'remote' | 'desk';
export type StreamState = 'open' | 'broken' | 'refused';

const RunMessage = v.object({
  plan: planFrom({ ran: true }),
  kind: v.picklist(['watch', 'squad', 'remote', 'desk']),
  clockOffsetMs: v.number(),
});
const ClockMessage = v.object({ offsetMs: v.number() });
const CommandMessage = v.object({ id: v.string(), command: v.looseObject({ type: v.string() }) });
const BeatMessage = v.object({ nowMs: v.number() });

/** What comes over a run's stream. */
export interface StreamListener {
  /** First of all, and again after every break: the plan as begun and the server's clock less the leading desk's, ms. */
  onRun(message: { plan: Plan; kind: StreamKind; clockOffsetMs: number }): void;
  onEvent(event: RunEvent): void;
  onClock(offsetMs: number): void;
  /** The server's time, a few seconds apart. */
  onBeat(serverMs: number): void;
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

/**
 * Opens a run's stream at `${base}/stream` and keeps it open until the function it gives is called: a connection that
 * broke, or that no longer gives a sign of life, is made anew and goes on after the last event it had. `refused` means that
 * the server knows no such run or code (404 on `base`); it is not tried again.
 */
export function openRunStream(base: string, on: StreamListener): () => void {
  let source: EventSource | null = null;
  let tries: EventSource[] = [];
  let last = 0;
  let heardAt = performance.now();
  let triedAt = 0;
  let over = false;

  const attempt = () => {
    triedAt = performance.now();
    const opened = new EventSource(last > 0 ? `${base}/stream?after=${last}` : `${base}/stream`);
    tries.push(opened);
    if (tries.length > TRIES_AT_ONCE) tries.shift()?.close();
    const hear = <S extends v.GenericSchema>(name: string, schema: S, then: (x: v.InferOutput<S>) => void) =>
      opened.addEventListener(name, (e: MessageEvent<string>) => {
        if (name === 'run') settleOn(opened);
        if (source !== opened) return;
        heardAt = performance.now();
        const message = v.safeParse(schema, JSON.parse(e.data));
        if (!message.success) return;
        last = Math.max(last, Number(e.lastEventId) || 0);
        then(message.output);
      });
    hear('run', RunMessage, (m) => {
      on.onRun(m);
      on.onState('open');
    });
    hear('event', RunEventSchema, on.onEvent);
    hear('clock', ClockMessage, (m) => on.onClock(m.offsetMs));
    hear('beat', BeatMessage, (m) => on.onBeat(m.nowMs));
    hear('command', CommandMessage, (m) => on.onCommand?.(m.id, m.command));
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
    if (!(await isGone(base)) || over || source !== null) return;
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

async function isGone(base: string): Promise<boolean> {
  const res = await fetch(base, { cache: 'no-store', signal: AbortSignal.timeout(2000) }).catch(() => null);
  return res?.status === 404;
}
