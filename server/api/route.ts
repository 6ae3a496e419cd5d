import type { Request, RequestHandler, Response, Router } from 'express';
import type * as v from 'valibot';
import { parseWith } from '../../core/class/index.ts';
import type { Endpoint, GivenFor, PathNames } from '../../core/wire/index.ts';
import { ProblemError } from './problem.ts';

/** A request, parsed by its endpoint. */
export interface Received<E extends Endpoint> {
  path: Record<PathNames<E['path']>, string>;
  query: E['query'] extends v.GenericSchema ? v.InferOutput<E['query']> : Record<string, never>;
  body: E['body'] extends v.GenericSchema ? v.InferOutput<E['body']> : undefined;
  req: Request;
  res: Response;
}

/** What an endpoint is answered with: JSON, nothing, or an answer of another kind that the work has sent by itself. */
type Work<E extends Endpoint> = (
  received: Received<E>,
) => E['answer'] extends v.GenericSchema ? Promise<GivenFor<E>> | GivenFor<E> : Promise<void>;

/**
 * Answers an endpoint: its query and body are read by their schemas, what the work gives is sent, and what it throws becomes a
 * problem with its status (see `ProblemError`).
 * @param before what comes first, as a limit
 */
export function route<E extends Endpoint>(
  router: Router,
  endpoint: E,
  work: Work<E>,
  ...before: RequestHandler[]
): void {
  const method = endpoint.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete';
  router[method](endpoint.path.replace(/\{(\w+)\}/g, ':$1'), ...before, async (req, res) => {
    const given = await work({
      path: req.params as Received<E>['path'],
      query: (endpoint.query ? queryOf(endpoint.query, req) : {}) as Received<E>['query'],
      body: (endpoint.body && !('media' in endpoint.body)
        ? bodyOf(endpoint.body, req.body)
        : undefined) as Received<E>['body'],
      req,
      res,
    });
    if (endpoint.answer === null) res.status(endpoint.status).end();
    else if (!('media' in endpoint.answer)) res.status(endpoint.status).json(given);
  });
}

/** A body that fits its schema; throws a problem with the places where it does not. */
export function bodyOf<S extends v.GenericSchema>(schema: S, body: unknown): v.InferOutput<S> {
  const read = parseWith(schema, body);
  if (read.ok) return read.value;
  throw new ProblemError(400, 'The request does not fit', { problems: read.problems });
}

/** A query that fits its schema; keys it does not know, and those given twice, are passed over. */
function queryOf<S extends v.GenericSchema>(schema: S, req: Request): v.InferOutput<S> {
  const single = Object.entries(req.query).filter(([, value]) => typeof value === 'string');
  return bodyOf(schema, Object.fromEntries(single));
}
