import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import express, { type Express, type RequestHandler } from 'express';
import { openApi } from '../api/openapi.ts';
import { type AppOptions, createApp } from '../app.ts';

interface Operation {
  responses: Record<string, { $ref?: string; content?: Record<string, { schema?: object }> }>;
}
const described = openApi() as { paths: Record<string, Record<string, Operation>> };
const ajv = new Ajv2020({ strict: false, allErrors: true });
addFormats.default(ajv);
ajv.addSchema(described, 'api');

const patterns = Object.keys(described.paths).map((path) => ({
  path,
  // An address without parts of its own goes before one that would take it for such a part.
  parts: path.split('{').length,
  matches: new RegExp(`^/api${path.replace(/\{\w+\}/g, '[^/]+')}/?$`),
}));
patterns.sort((a, b) => a.parts - b.parts);

/** Operations that an answer has been checked of, as `GET /plans`. */
export const checked = new Set<string>();

/** What of an answer the description does not tell; null when it tells all, or the address is none of its. */
function undescribed(method: string, url: string, status: number, type: string, body: unknown): string | null {
  const address = url.split('?')[0] ?? '';
  const path = patterns.find((p) => p.matches.test(address))?.path;
  const operation = path === undefined ? undefined : described.paths[path]?.[method.toLowerCase()];
  if (path === undefined || !operation) return status === 404 ? null : `${method} ${address} is not described`;
  const response = operation.responses[status];
  if (!response) return `${method} ${path} answers ${status}, which is not described`;
  checked.add(`${method} ${path}`);
  if (response.$ref) return check('#/components/schemas/Problem', body, `${method} ${path} ${status}`);
  if (!response.content) return body === undefined ? null : `${method} ${path} ${status} should have no body`;
  const media = type.split(';')[0] ?? '';
  if (!response.content[media]) return `${method} ${path} ${status} is ${media}, which is not described`;
  if (!response.content[media].schema) return null;
  const escaped = path.replaceAll('~', '~0').replaceAll('/', '~1').replaceAll('{', '%7B').replaceAll('}', '%7D');
  const place = `#/paths/${escaped}/${method.toLowerCase()}/responses/${status}/content/${media.replace('/', '~1')}/schema`;
  return check(place, body, `${method} ${path} ${status}`);
}

function check(place: string, body: unknown, what: string): string | null {
  const validate = ajv.getSchema(`api${place}`);
  if (!validate) return `${what}: no schema at ${place}`;
  return validate(body) ? null : `${what} does not fit its description: ${ajv.errorsText(validate.errors)}`;
}

/** Watches every answer of a server and throws where it is other than described. */
const conforming: RequestHandler = (req, res, next) => {
  const { url, method } = req;
  const send = res.send.bind(res);
  const end = res.end.bind(res);
  let body: unknown;
  res.send = (sent: unknown) => {
    if (typeof sent === 'string' && /json/.test(String(res.get('Content-Type')))) body = JSON.parse(sent);
    else if (Buffer.isBuffer(sent) || typeof sent === 'string') body = sent;
    return send(sent);
  };
  res.end = ((...args: Parameters<typeof res.end>) => {
    const wrong = undescribed(method, url, res.statusCode, String(res.get('Content-Type') ?? ''), body);
    if (wrong !== null && !res.headersSent) {
      res.removeHeader('Content-Length');
      res.removeHeader('ETag');
      res.setHeader('Content-Type', 'text/plain');
      res.statusCode = 599;
      return end(wrong);
    }
    return end(...args);
  }) as typeof res.end;
  next();
};

/** The application as the tests ask it: an answer that its description does not tell of becomes a 599 with the reason. */
export function checkedApp(options: AppOptions): Express {
  const app = express();
  app.use(conforming);
  app.use(createApp(options));
  return app;
}
