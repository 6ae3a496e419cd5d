import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import type { Problem } from '../../core/class/index.ts';
import { DatabaseAway, StatementError } from '../db/database.ts';
import type { DiskSpace } from '../db/disk.ts';
import { UnreadableDocument } from '../db/documents.ts';
import { JobStopped, PoolFull } from '../pool/index.ts';

/** An error a client can act on, as RFC 9457 application/problem+json. */
export interface ProblemDetails {
  status: number;
  title: string;
  detail?: string;
  /** Places in the body that are wrong. */
  problems?: readonly Problem[];
  [extension: string]: unknown;
}

export function sendProblem(res: Response, problem: ProblemDetails): void {
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
}

/** Problems of a document inside a request, with their places in the request. */
export const problemsIn = (key: string, problems: readonly Problem[]): Problem[] =>
  problems.map((p) => ({ ...p, path: p.path.startsWith('(') ? key : `${key}.${p.path}` }));

/** Ends the work on a request: the client is told why, as a problem of that status. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    title: string,
    /** More that the answer says. */
    readonly extra: Omit<ProblemDetails, 'status' | 'title'> = {},
    /** After how many seconds to come again. */
    readonly retryAfterS: number | null = null,
  ) {
    super(title);
  }
}

export const notFound = (what: string) => new ProblemError(404, `${what} not found`);
export const noSpeech = () => new ProblemError(503, 'Speech is not to be had on this server; tones and text go on');

const DISK_FULL: ProblemDetails = {
  status: 507,
  title: 'The disk of the server is full: nothing more is saved until there is room, and nothing is lost',
};

/** Refuses whatever would be written while the disk has no room for it. */
export function whileRoom(disk: DiskSpace): RequestHandler {
  return async (req, res, next) => {
    const reads = req.method === 'GET' || req.method === 'HEAD';
    if (reads || !(await disk.isFull())) next();
    else sendProblem(res, DISK_FULL);
  };
}

/** The last handler: body errors get their 4xx, anything else is a bug and says nothing of its insides. */
export function errorHandler(log: (error: unknown) => void): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) return next(error);
    const problem = problemOf(error);
    if (error instanceof JobStopped || (problem.status >= 500 && !(error instanceof ProblemError))) log(error);
    if (problem.status === 503) res.set('Retry-After', '2');
    if (error instanceof ProblemError && error.retryAfterS !== null) res.set('Retry-After', String(error.retryAfterS));
    sendProblem(res, problem);
  };
}

function problemOf(error: unknown): ProblemDetails {
  if (error instanceof ProblemError) return { ...error.extra, status: error.status, title: error.message };
  if (error instanceof UnreadableDocument) return { status: 422, title: error.message, problems: error.problems };
  if (error instanceof DatabaseAway)
    return {
      status: 503,
      title: 'The database cannot be reached now; what you sent may not be saved, try again in a moment',
    };
  if (error instanceof JobStopped) return { status: 422, title: `${error.message}: nothing was changed` };
  if (error instanceof PoolFull) return { status: 503, title: error.message };
  if (error instanceof StatementError && error.code === '53100') return DISK_FULL;
  // Class 22: a value that the database will not take, whatever the schema thought of it.
  if (error instanceof StatementError && error.code.startsWith('22'))
    return { status: 400, title: 'The request does not fit' };
  const status = statusOf(error);
  const title =
    status === 413
      ? 'The request is too large'
      : status < 500
        ? 'The request cannot be read'
        : 'Something went wrong here';
  return { status, title };
}

function statusOf(error: unknown): number {
  const status = typeof error === 'object' && error !== null && 'status' in error ? error.status : 500;
  return typeof status === 'number' && status >= 400 && status < 600 ? status : 500;
}
