import type { Request, RequestHandler } from 'express';
import { ipKeyGenerator, MemoryStore, type Options, rateLimit } from 'express-rate-limit';
import { ProblemError } from './problem.ts';

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
    handler: (req, _res, next) => next(tooMuch(req, event, watch)),
  });
}

/** The problem of whoever comes too often; it is told to the log. */
function tooMuch(req: Request, event: string, watch: Watch): ProblemError {
  watch(event, { from: req.ip });
  return new ProblemError(429, 'Too much at once; wait a minute', {}, WINDOW_MS / 1000);
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

  /** Looks something up; null when it is not there. Throws a problem where a place has guessed too often. */
  async look<T>(req: Request, find: () => Promise<T | null>): Promise<T | null> {
    const place = placeOf(req);
    const { totalHits } = await this.store.increment(place);
    if (totalHits > this.perMinute) throw tooMuch(req, 'codes guessed', this.watch);
    const found = await find();
    if (found !== null) await this.store.decrement(place);
    return found;
  }
}
