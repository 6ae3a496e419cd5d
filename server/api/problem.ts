import type { ErrorRequestHandler, Response } from 'express';
import type * as v from 'valibot';
import { type Problem, parseWith } from '../../core/plan/index.ts';

/** An error a client can act on, as RFC 9457 application/problem+json. */
export interface ProblemDetails {
  status: number;
  title: string;
  detail?: string;
  /** Places in the body that are wrong. */
  problems?: Problem[];
  [extension: string]: unknown;
}

export function sendProblem(res: Response, problem: ProblemDetails): void {
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
}

export function notFound(res: Response, what: string): void {
  sendProblem(res, { status: 404, title: `${what} not found` });
}

export function noSpeech(res: Response): void {
  sendProblem(res, { status: 503, title: 'Speech is not to be had on this server; tones and text go on' });
}

/** Checks a body against its schema; null when it was wrong and the answer has been sent. */
export function bodyOf<S extends v.GenericSchema>(schema: S, body: unknown, res: Response): v.InferOutput<S> | null {
  const result = parseWith(schema, body);
  if (result.ok) return result.value;
  sendProblem(res, { status: 400, title: 'The request does not fit', problems: result.problems });
  return null;
}

/** The last handler: body errors get their 4xx, anything else is a bug and says nothing of its insides. */
export function errorHandler(log: (error: unknown) => void): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) return next(error);
    const status = statusOf(error);
    if (status >= 500) log(error);
    const title =
      status === 413
        ? 'The request is too large'
        : status < 500
          ? 'The request cannot be read'
          : 'Something went wrong here';
    sendProblem(res, { status, title });
  };
}

function statusOf(error: unknown): number {
  const status = typeof error === 'object' && error !== null && 'status' in error ? error.status : 500;
  return typeof status === 'number' && status >= 400 && status < 600 ? status : 500;
}
