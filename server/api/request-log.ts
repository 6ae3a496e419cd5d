import type { RequestHandler } from 'express';
import { nanoid } from 'nanoid';

/** The log line of a request. */
export interface RequestLine {
  /** Stands in the answer too, as `X-Request-Id`. */
  request: string;
  method: string;
  /** The address as it is described: what stands in it, such as a code, is left out. */
  route: string;
  status: number;
  ms: number;
}

/** Gives each request an id, and tells of it once it is answered, or once nobody waits for the answer any more. */
export function requestLog(tell: (line: RequestLine) => void, now: () => number = performance.now): RequestHandler {
  return (req, res, next) => {
    const request = nanoid(10);
    const fromMs = now();
    res.set('X-Request-Id', request);
    res.once('close', () => {
      const route = req.route ? `${req.baseUrl}${req.route.path}` : '(none)';
      tell({ request, method: req.method, route, status: res.statusCode, ms: Math.round(now() - fromMs) });
    });
    next();
  };
}
