import * as v from 'valibot';
import type { Problem } from '../../../core/class/index.ts';
import {
  type AnswerOf,
  type BodyOf,
  type Endpoint,
  type PathNames,
  ProblemSchema,
  type QueryOf,
} from '../../../core/wire/index.ts';
import { noteTrouble } from './trouble.ts';

/** The server answered with an error; `status` 0 means it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: unknown = null,
    /** How long the server asks to be left alone, s; 0 where it does not say. */
    readonly retryAfterS: number = 0,
  ) {
    super(message);
  }
}

/** The first place that the server found fault with; null where it named none. */
export function firstProblem(error: unknown): Problem | null {
  const body = error instanceof ApiError ? v.safeParse(ProblemSchema, error.body) : null;
  return (body?.success && body.output.problems?.[0]) || null;
}

/** The message of an error. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : 'Something failed');

const PATIENCE_MS = 15_000;

/** The request of an endpoint: the parameters of its path, its query and its body, each only where it has one. */
export type RequestOf<E extends Endpoint> = ([PathNames<E['path']>] extends [never]
  ? { path?: never }
  : { path: Record<PathNames<E['path']>, string | number> }) &
  ([QueryOf<E>] extends [never] ? { query?: never } : { query?: QueryOf<E> }) &
  ([BodyOf<E>] extends [never] ? { file?: Blob | Uint8Array<ArrayBuffer> } : { body: BodyOf<E> }) & {
    /** Ends the asking from outside. */
    signal?: AbortSignal;
    /** An answer that takes longer is no use, ms. */
    patienceMs?: number;
  };

type Loose = {
  path?: Record<string, string | number>;
  query?: Record<string, string | undefined>;
  body?: unknown;
  file?: Blob | Uint8Array<ArrayBuffer>;
  signal?: AbortSignal;
  patienceMs?: number;
};

/** The address of an endpoint, as a link or an audio element needs it. */
export function addressOf<E extends Endpoint>(endpoint: E, asked: Pick<RequestOf<E>, 'path' | 'query'>): string {
  const { path = {}, query = {} } = asked as Loose;
  const address = endpoint.path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(path[name])));
  const params = new URLSearchParams();
  for (const [key, value] of Object.entries(query)) if (value !== undefined && value !== '') params.set(key, value);
  const text = params.toString();
  return `/api${address}${text === '' ? '' : `?${text}`}`;
}

/** Asks an endpoint and gives the answer as it came; throws an ApiError when it is a problem or none comes. */
export async function fetchFrom<E extends Endpoint>(endpoint: E, asked: RequestOf<E>): Promise<Response> {
  const { body, file, signal, patienceMs = PATIENCE_MS } = asked as Loose;
  const late = AbortSignal.timeout(patienceMs);
  const media = endpoint.body && 'media' in endpoint.body ? endpoint.body.media : 'application/json';
  let response: Response;
  try {
    response = await fetch(addressOf(endpoint, asked as Pick<RequestOf<E>, 'path' | 'query'>), {
      method: endpoint.method,
      signal: signal ? AbortSignal.any([signal, late]) : late,
      ...(body === undefined && file === undefined
        ? {}
        : { body: file ?? JSON.stringify(body), headers: { 'Content-Type': media } }),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new ApiError(0, 'The server cannot be reached');
  }
  if (response.status === 401 && !endpoint.open) askForPassphrase();
  noteTrouble(response.status, endpoint.method);
  if (response.ok) return response;
  const problem: unknown = await response.json().catch(() => null);
  const title = v.safeParse(v.object({ title: v.string() }), problem);
  const words = title.success ? title.output.title : `Error ${response.status}`;
  throw new ApiError(response.status, words, problem, Number(response.headers.get('Retry-After')) || 0);
}

/** Asks an endpoint and reads its answer by its schema; throws an ApiError when it is a problem or none comes. */
export async function ask<E extends Endpoint>(endpoint: E, asked: RequestOf<E>): Promise<AnswerOf<E>> {
  const response = await fetchFrom(endpoint, asked);
  const { answer } = endpoint;
  if (answer === null || 'media' in answer) return null as AnswerOf<E>;
  const body: unknown = await response.json().catch(() => null);
  return v.parse(answer, body) as AnswerOf<E>;
}

/** The state of what was asked for. */
export interface Standing {
  /** The server says that there is no such thing; not where it cannot be reached. */
  gone: boolean;
  /** How long the server asks to be left alone. */
  waitMs: number;
}

/** Asks for the state of something: whether it is gone, and how long the server asks to wait, ms. */
export const standingOf = (asked: Promise<unknown>): Promise<Standing> =>
  asked.then(
    () => ({ gone: false, waitMs: 0 }),
    (error: unknown) => {
      const { status, retryAfterS } = error instanceof ApiError ? error : { status: 0, retryAfterS: 0 };
      return { gone: status === 404, waitMs: retryAfterS * 1000 };
    },
  );

/** Goes to the log-in and back. A run is never left for it: it goes on here and is sent after the next log-in. */
function askForPassphrase(): void {
  const { pathname, search } = window.location;
  if (pathname === '/login' || pathname.startsWith('/desk/')) return;
  window.location.assign(`/login?to=${encodeURIComponent(pathname + search)}`);
}
