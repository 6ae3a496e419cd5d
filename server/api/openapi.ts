import { toJsonSchema } from '@valibot/to-json-schema';
import { Router } from 'express';
import type * as v from 'valibot';
import { PlanSchema } from '../../core/class/index.ts';
import { RunEventSchema } from '../../core/time/index.ts';
import {
  backups,
  calendar,
  type Endpoint,
  exporting,
  files,
  library,
  live,
  music,
  ProblemSchema,
  plans,
  records,
  runs,
  STREAM_MESSAGES,
  speech,
} from '../../core/wire/index.ts';
import { route } from './route.ts';

/** The endpoints by what they are about. */
export const ENDPOINTS: Record<string, Record<string, Endpoint>> = {
  Classes: endpointsIn(plans),
  Files: endpointsIn(files),
  Library: endpointsIn(library),
  Runs: endpointsIn(runs),
  Following: endpointsIn(live),
  Records: endpointsIn(records),
  Calendar: endpointsIn(calendar),
  Speech: endpointsIn(speech),
  Outside: endpointsIn(exporting),
  Music: endpointsIn(music),
  Keeping: endpointsIn(backups),
};

/** Problems that any endpoint may answer with: not read, not signed in, refused at the border, too much, stopped, away. */
const ANY = [400, 401, 403, 413, 421, 422, 429, 503, 507];
const JSON_TYPE = 'application/json';
const PROBLEM_TYPE = 'application/problem+json';

function endpointsIn(module: object): Record<string, Endpoint> {
  const isEndpoint = (x: unknown): x is Endpoint => typeof x === 'object' && x !== null && 'method' in x && 'path' in x;
  return Object.fromEntries(
    Object.entries(module).filter((entry): entry is [string, Endpoint] => isEndpoint(entry[1])),
  );
}

type Json = Record<string, unknown>;

/** A schema as JSON Schema 2020-12 of what is sent; documents stand among the components. */
function jsonSchema(schema: v.GenericSchema): Json {
  const { $schema: _, ...json } = toJsonSchema(schema, {
    target: 'draft-2020-12',
    typeMode: 'input',
    errorMode: 'ignore',
    overrideAction: ({ valibotAction, jsonSchema: json }) => {
      if ('maxCodePoints' in valibotAction) return { ...json, maxLength: valibotAction.maxCodePoints as number };
      return valibotAction.type === 'metadata' ? standIn(valibotAction) : undefined;
    },
  }) as Json;
  return json;
}

/** What stands in the place of a schema that says so: a component, or the schema of what is read one by one. */
function standIn(action: object): Json | undefined {
  const { ref, item } = ('metadata' in action ? action.metadata : {}) as { ref?: string; item?: v.GenericSchema };
  if (ref) return { $ref: `#/components/schemas/${ref}` };
  return item ? jsonSchema(item) : undefined;
}

function parametersOf({ path, query }: Endpoint): Json[] {
  const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const { properties = {}, required = [] } = query
    ? (jsonSchema(query) as { properties?: Record<string, Json>; required?: string[] })
    : {};
  const inQuery = Object.entries(properties).map(([name, schema]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema: {
      ...schema,
      ...(schema.type === undefined && !('enum' in schema) && !('const' in schema) ? { type: 'string' } : {}),
    },
  }));
  return [...inPath, ...inQuery];
}

const content = (what: Endpoint['body'] & {}): Json =>
  'media' in what ? { [what.media]: {} } : { [JSON_TYPE]: { schema: jsonSchema(what) } };

function operationOf(id: string, tag: string, endpoint: Endpoint): Json {
  const { says, more, body, status, answer, problems = [], open } = endpoint;
  const refused = [...new Set([...problems, ...ANY])].sort();
  return {
    operationId: id,
    tags: [tag],
    summary: says,
    ...(more ? { description: more } : {}),
    ...(open ? { security: [] } : {}),
    parameters: parametersOf(endpoint),
    ...(body ? { requestBody: { required: true, content: content(body) } } : {}),
    responses: {
      [status]: { description: says, ...(answer === null ? {} : { content: content(answer) }) },
      ...Object.fromEntries(refused.map((s) => [s, { $ref: '#/components/responses/Problem' }])),
    },
  };
}

/** The server's interface for other programs, as OpenAPI 3.1, made from the schemas that the server answers by. */
export function openApi(): Json {
  const paths: Record<string, Json> = {};
  for (const [tag, endpoints] of Object.entries(ENDPOINTS))
    for (const [id, endpoint] of Object.entries(endpoints))
      paths[endpoint.path] = {
        ...paths[endpoint.path],
        [endpoint.method.toLowerCase()]: operationOf(id, tag, endpoint),
      };
  return {
    openapi: '3.1.0',
    info: {
      title: 'Odd Round',
      version: '1',
      description:
        'Classes, their runs, moves and speech. Durations are integers in ms. What fails answers with application/problem+json (RFC 9457). A change is taken only from the server\u2019s own origin, or without an Origin header.',
    },
    servers: [{ url: '/api' }],
    security: [{ session: [] }],
    tags: Object.keys(ENDPOINTS).map((name) => ({ name })),
    paths,
    components: {
      securitySchemes: {
        session: {
          type: 'apiKey',
          in: 'cookie',
          name: 'odd_round_session',
          description: 'Set by POST /session where the server has a passphrase; needed nowhere else.',
        },
      },
      responses: {
        Problem: {
          description: 'Why it was refused',
          content: { [PROBLEM_TYPE]: { schema: { $ref: '#/components/schemas/Problem' } } },
        },
      },
      schemas: {
        Plan: jsonSchema(PlanSchema),
        RunEvent: jsonSchema(RunEventSchema),
        Problem: jsonSchema(ProblemSchema),
        ...Object.fromEntries(
          Object.entries(STREAM_MESSAGES).map(([name, schema]) => [`Stream_${name}`, jsonSchema(schema)]),
        ),
      },
    },
  };
}

/** Serves the description of all the others. */
export function openApiApi(): Router {
  const api = Router();
  let made: string | null = null;
  route(api, backups.getDescription, async ({ res }) => {
    made ??= JSON.stringify(openApi());
    res.type(JSON_TYPE).send(made);
  });
  return api;
}
