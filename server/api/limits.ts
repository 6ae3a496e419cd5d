import type { Request, RequestHandler } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { sendProblem } from './problem.ts';

/** What was tried against the server, for its log. */
export type Watch = (event: string, detail: Record<string, unknown>) => void;

/** The address a request comes from; of IPv6 the network, since one device has as many addresses there as it likes. */
export const placeOf = (req: Request) => ipKeyGenerator(req.ip ?? '');

interface Limit {
  /** So many in a minute. */
  perMinute: number;
  key: (req: Request) => string;
  event: string;
  watch: Watch;
  /** Counts only answers with 404: guesses. */
  missesOnly?: boolean;
}

/** Refuses what comes too often with 429 and when to come again. */
export function limited({ perMinute, key, event, watch, missesOnly = false }: Limit): RequestHandler {
  return rateLimit({
    windowMs: 60_000,
    limit: perMinute,
    keyGenerator: key,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    validate: { keyGeneratorIpFallback: false },
    ...(missesOnly ? { skipSuccessfulRequests: true, requestWasSuccessful: (_, res) => res.statusCode !== 404 } : {}),
    handler: (req, res) => {
      watch(event, { from: req.ip });
      sendProblem(res, { status: 429, title: 'Too much at once; wait a minute' });
    },
  });
}
