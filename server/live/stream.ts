import type { Request, Response } from 'express';

/** Between two signs of life, by which a screen knows a dead connection and sees a clock that jumped. */
const BEAT_MS = 3000;

/** An open stream of server-sent events. */
export interface EventStream {
  send(name: string, data: unknown, id?: number): void;
  /** The number of the last event the client had before it came back, or 0. */
  lastId: number;
  onClose(work: () => void): void;
}

/** Answers a request with a stream that stays open, with a beat now and then so that both ends see a break; `now` in ms. */
export function openStream(req: Request, res: Response, now: () => number): EventStream {
  res.status(200).set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
  res.flushHeaders();
  res.write('retry: 700\n\n');
  const beat = setInterval(() => res.write(`event: beat\ndata: {"nowMs":${Math.round(now())}}\n\n`), BEAT_MS);
  const closers: (() => void)[] = [() => clearInterval(beat)];
  req.on('close', () => {
    for (const close of closers) close();
  });
  const last = Number(req.get('Last-Event-ID') ?? req.query.after ?? 0);
  return {
    send: (name, data, id) =>
      res.write(`${id === undefined ? '' : `id: ${id}\n`}event: ${name}\ndata: ${JSON.stringify(data)}\n\n`),
    lastId: Number.isSafeInteger(last) && last > 0 ? last : 0,
    onClose: (work) => closers.push(work),
  };
}
