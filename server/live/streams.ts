import type { Request, Response } from 'express';

/** Between two signs of life, by which a screen knows a dead connection and sees a clock that jumped. */
const BEAT_MS = 3000;
/** A screen that is this far behind does not read any more: its stream is cut, and it comes back for what it missed. */
const MAX_BEHIND_BYTES = 1_000_000;

/** An open stream of server-sent events. */
export interface EventStream {
  send(name: string, data: unknown, id?: number): void;
  /** The number of the last event the client had before it came back, or 0. */
  lastId: number;
  onClose(work: () => void): void;
  close(): void;
}

/** Answers a request with a stream that stays open, with a beat now and then so that both ends see a break; `now` in ms. */
export function openStream(req: Request, res: Response, now: () => number): EventStream {
  res.status(200).set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
  res.flushHeaders();
  const write = (text: string) => {
    if (res.writableLength > MAX_BEHIND_BYTES) res.destroy();
    else res.write(text);
  };
  write('retry: 700\n\n');
  const beat = setInterval(() => write(`event: beat\ndata: {"nowMs":${Math.round(now())}}\n\n`), BEAT_MS);
  const closers: (() => void)[] = [() => clearInterval(beat)];
  res.on('close', () => {
    for (const close of closers.splice(0)) close();
  });
  const last = Number(req.get('Last-Event-ID') ?? req.query.after ?? 0);
  return {
    send: (name, data, id) =>
      write(`${id === undefined ? '' : `id: ${id}\n`}event: ${name}\ndata: ${JSON.stringify(data)}\n\n`),
    lastId: Number.isSafeInteger(last) && last > 0 ? last : 0,
    onClose: (work) => closers.push(work),
    close: () => res.end(),
  };
}

export type StreamKind = 'desk' | 'follower' | 'remote';

/** Whose a stream is, and of what. */
export interface StreamOf {
  kind: StreamKind;
  runId: string;
  /** The phone or screen it is on, or the place a desk is at; and whether it has been here before. */
  phone: string;
  known: boolean;
  /** What it shows: one screen of one code. */
  shows: string;
}

/** How many streams a run may have of each kind: a flood of one leaves the others theirs. And all runs together. */
const OF_RUN: Record<StreamKind, number> = { desk: 40, follower: 500, remote: 40 };
const OF_ALL = 1500;
/** How many a phone may have of one screen, and in all. */
const OF_SCREEN = 2;
const OF_PHONE = 24;

/**
 * The streams open now. A phone that asks for too many loses its oldest. Where a run has as many as it may, one that has been here before takes
 * the place of one that has not; a stranger must wait.
 */
export class OpenStreams {
  private readonly open = new Map<EventStream, StreamOf>();

  /** Whether there is room for a stream; makes it where that may be done. */
  admits(asked: StreamOf): boolean {
    const { kind, phone, shows, runId } = asked;
    const own = this.those((s) => s.phone === phone && s.runId === runId && s.kind === kind);
    const same = own.filter(([, s]) => s.shows === shows);
    if (kind !== 'desk' && same.length >= OF_SCREEN) return this.closeOldest(same);
    if (own.length >= OF_PHONE) return this.closeOldest(own);
    const ofRun = this.those((s) => s.runId === runId && s.kind === kind);
    if (ofRun.length < OF_RUN[kind] && (kind === 'desk' || this.open.size < OF_ALL)) return true;
    return asked.known && this.closeOldest(ofRun.filter(([, s]) => !s.known));
  }

  add(of: StreamOf, stream: EventStream): void {
    this.open.set(stream, of);
    stream.onClose(() => this.open.delete(stream));
  }

  private those(are: (of: StreamOf) => boolean): [EventStream, StreamOf][] {
    return [...this.open].filter(([, of]) => are(of));
  }

  private closeOldest([oldest]: readonly [EventStream, StreamOf][]): boolean {
    if (!oldest) return false;
    this.open.delete(oldest[0]);
    oldest[0].close();
    return true;
  }
}
