import type { Request, RequestHandler, Response } from 'express';
import { ipKeyGenerator, MemoryStore, type Options, rateLimit } from 'express-rate-limit';
import { sendProblem } from './problem.ts';

/** What was tried against the server, for its log. */
export type Watch = (event: string, detail: Record<string, unknown>) => void;

/** The address a request comes from; of IPv6 the network, since one device has as many addresses there as it likes. */
export const placeOf = (req: Request) => ipKeyGenerator(req.ip ?? '');

const WINDOW_MS = 60_000;

interface Limit {
  /** So many in a minute. */
  perMinute: number;
  key: (req: Request) => string;
  event: string;
  watch: Watch;
}

/** Refuses what comes too often with 429 and when to come again. */
export function limited({ perMinute, key, event, watch }: Limit): RequestHandler {
  return rateLimit({
    windowMs: WINDOW_MS,
    limit: perMinute,
    keyGenerator: key,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    validate: { keyGeneratorIpFallback: false },
    handler: (req, res) => tooMuch(req, res, event, watch),
  });
}

function tooMuch(req: Request, res: Response, event: string, watch: Watch): void {
  watch(event, { from: req.ip });
  res.set('Retry-After', String(WINDOW_MS / 1000));
  sendProblem(res, { status: 429, title: 'Too much at once; wait a minute' });
}

/** Counts guesses by where they come from: each is counted before it is looked up, and forgiven when it was right. */
export class Guesses {
  private readonly store = new MemoryStore();

  constructor(
    private readonly perMinute: number,
    private readonly watch: Watch,
  ) {
    this.store.init({ windowMs: WINDOW_MS } as Options);
  }

  /** Looks something up; null when it is not there. A place that has guessed too often is answered here: undefined. */
  async look<T>(req: Request, res: Response, find: () => Promise<T | null>): Promise<T | null | undefined> {
    const place = placeOf(req);
    const { totalHits } = await this.store.increment(place);
    if (totalHits > this.perMinute) {
      tooMuch(req, res, 'codes guessed', this.watch);
      return undefined;
    }
    const found = await find();
    if (found !== null) await this.store.decrement(place);
    return found;
  }
}
