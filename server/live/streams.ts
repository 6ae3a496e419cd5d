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

export type StreamKind = 'desk' | 'watch' | 'squad' | 'remote';

/** How many streams each kind may have open on this server: a flood of one leaves the others theirs. */
const MOST: Record<StreamKind, number> = { desk: 40, watch: 300, squad: 240, remote: 40 };

/** The streams open now. A place asking for too many loses its oldest: walls and desks always get one. */
export class OpenStreams {
  private readonly open = new Map<EventStream, { kind: StreamKind; from: string }>();

  /** @param perPlace streams of one kind from one address and code */
  constructor(private readonly perPlace: number) {}

  /** Counts a stream in; false when there are too many of its kind from elsewhere: it is not opened then. */
  admits(kind: StreamKind, from: string): boolean {
    const own = [...this.open].filter(([, s]) => s.kind === kind && s.from === from);
    for (const [stream] of own.slice(0, Math.max(0, own.length - this.perPlace + 1))) stream.close();
    if (own.length >= this.perPlace) return true;
    return [...this.open.values()].filter((s) => s.kind === kind).length < MOST[kind];
  }

  add(kind: StreamKind, from: string, stream: EventStream): void {
    this.open.set(stream, { kind, from });
    stream.onClose(() => this.open.delete(stream));
  }
}
