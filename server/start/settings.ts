import path from 'node:path';
import { isLoopback } from '../api/border.ts';
import { ROOT } from '../shared/root.ts';

/** The settings of the server, from its environment. */
export interface Settings {
  port: number;
  host: string;
  dataDir: string;
  /** A PostgreSQL server to use in place of the embedded one. */
  databaseUrl: string | null;
  passphrase: string | null;
  publicUrl: URL | null;
  trustProxy: boolean | number | string;
  logLevel: string;
  webDir: string | null;
}

/** Something in the way of starting, as one plain sentence with what to do. */
export class CannotStart extends Error {}

const LEVELS = ['trace', 'debug', 'info', 'warn', 'error', 'fatal', 'silent'];
const LONGEST_PASSPHRASE = 200;

/** Reads the environment; an empty value is as good as none. Throws `CannotStart`. */
export function readSettings(env: Record<string, string | undefined>): Settings {
  const value = (name: string) => (env[name]?.trim() ? env[name].trim() : null);
  const host = value('HOST') ?? '127.0.0.1';
  const passphrase = env.PASSPHRASE ? env.PASSPHRASE : null;
  const length = [...(passphrase ?? '')].length;
  const publicUrl = urlOf(value('PUBLIC_URL'));
  if (passphrase !== null && (length < 8 || length > LONGEST_PASSPHRASE))
    throw new CannotStart(`PASSPHRASE has ${length} characters; it needs 8 to ${LONGEST_PASSPHRASE}.`);
  if (passphrase === null && (!isLoopback(host) || publicUrl))
    throw new CannotStart(
      'To be reached from the network Odd Round needs a PASSPHRASE of 8 characters or more; without one it listens on 127.0.0.1 only.',
    );
  const logLevel = value('LOG_LEVEL') ?? 'info';
  if (!LEVELS.includes(logLevel)) throw new CannotStart(`LOG_LEVEL is one of ${LEVELS.join(', ')}, not ${logLevel}.`);
  const webDir = value('WEB_DIR');
  return {
    port: portOf(value('PORT')),
    host,
    dataDir: path.resolve(ROOT, value('DATA_DIR') ?? 'data'),
    databaseUrl: databaseUrlOf(value('DATABASE_URL')),
    passphrase,
    publicUrl,
    trustProxy: proxyOf(value('TRUST_PROXY')),
    logLevel,
    webDir: webDir === null ? null : path.resolve(webDir),
  };
}

function portOf(text: string | null): number {
  if (text === null) return 4310;
  const port = /^\d{1,5}$/.test(text) ? Number(text) : Number.NaN;
  if (port <= 65_535) return port;
  throw new CannotStart(`PORT is a number from 1 to 65535, or 0 for any that is free, not ${text}.`);
}

function urlOf(text: string | null): URL | null {
  if (text === null) return null;
  const url = URL.canParse(text) ? new URL(text) : null;
  if (url && /^https?:$/.test(url.protocol)) return url;
  throw new CannotStart(
    `PUBLIC_URL is an address as a browser shows it, such as https://classes.example.org, not ${text}.`,
  );
}

function databaseUrlOf(text: string | null): string | null {
  if (text === null || (URL.canParse(text) && /^postgres(ql)?:$/.test(new URL(text).protocol))) return text;
  throw new CannotStart('DATABASE_URL begins with postgres:// and names user, host and database.');
}

/** `1` is one proxy before the server; else addresses, or `loopback`, as Express takes them. */
function proxyOf(text: string | null): Settings['trustProxy'] {
  if (text === null || text === '0' || text === 'false') return false;
  if (/^\d+$/.test(text)) return Number(text);
  if (text === 'true')
    throw new CannotStart('TRUST_PROXY=true would trust anybody; give the number of proxies, or their addresses.');
  return text;
}
