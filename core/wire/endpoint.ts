import * as v from 'valibot';

type Entries = Record<string, v.GenericSchema<string | undefined, unknown>>;

/** The media type of a body that is not JSON. */
export interface Media {
  media: string;
}

/** The answer of an endpoint: JSON by a schema, another media type, or no body. */
export type Answer = v.GenericSchema | Media | null;

/**
 * One thing that can be asked of the server: written once here, asked by the browser, answered by the server, described for other
 * programs. Addresses stand below `/api`; `{name}` in one is a part of it.
 */
export interface Endpoint {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  readonly path: string;
  /** In a few words, for whoever reads the list. */
  readonly says: string;
  /** More to know of it. */
  readonly more?: string;
  readonly query?: v.ObjectSchema<Entries, undefined>;
  readonly body?: v.GenericSchema | Media;
  /** The status of an answer that is no problem. */
  readonly status: 200 | 201 | 202 | 204;
  readonly answer: Answer;
  /** Statuses of the problems it may answer with, beside those that any may. */
  readonly problems?: readonly number[];
  /** Open without signing in, also where a passphrase is set. */
  readonly open?: true;
}

type Rest = Omit<Endpoint, 'method' | 'path' | 'status'> & { readonly status?: Endpoint['status'] };

/**
 * An endpoint with its exact types.
 * @param line method and path: "GET /people/{id}"
 * @param rest its status is 200, or 204 without an answer, where it says no other
 */
// @__NO_SIDE_EFFECTS__
export function endpoint<const M extends Endpoint['method'], const P extends `/${string}`, const R extends Rest>(
  line: `${M} ${P}`,
  rest: R,
) {
  const [method, path] = line.split(' ') as [M, P];
  const status: Endpoint['status'] = rest.status ?? (rest.answer === null ? 204 : 200);
  return { method, path, ...rest, status };
}

/** The type of an endpoint's answer once parsed. */
export type AnswerOf<E extends Endpoint> = E['answer'] extends v.GenericSchema
  ? v.InferOutput<E['answer']>
  : E['answer'] extends null
    ? null
    : never;

/** The type of what the server must return for an endpoint. */
export type GivenFor<E extends Endpoint> = E['answer'] extends v.GenericSchema ? v.InferInput<E['answer']> : never;

export type BodyOf<E extends Endpoint> = E['body'] extends v.GenericSchema ? v.InferInput<E['body']> : never;
export type QueryOf<E extends Endpoint> = E['query'] extends v.GenericSchema ? v.InferInput<E['query']> : never;

/** The names in `{}` of an address. */
export type PathNames<P extends string> = P extends `${string}{${infer N}}${infer Rest}` ? N | PathNames<Rest> : never;

/** The id of a run, made by the desk that leads it. */
export const runId = v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{8,64}$/));
