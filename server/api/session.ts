import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import { type CookieOptions, json, type Request, type RequestHandler, type Response, Router } from 'express';
import * as v from 'valibot';
import { clipText } from '../../core/class/index.ts';
import { backups } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { addSession, endOldSessions, endSession, isSession, listSessions, seeSession } from '../db/sessions.ts';
import { readSetting, writeSetting } from '../db/settings.ts';
import { cookieOf } from '../shared/cookie.ts';
import { placeOf, type Watch } from './limits.ts';
import { LoginGuard } from './login-guard.ts';
import { notFound, ProblemError } from './problem.ts';
import { route } from './route.ts';

/** Shown by a browser that is let in, and by one that has been: the second only spares it the strangers' queue. */
const COOKIE = 'odd_round_session';
const KNOWN = 'odd_round_known';
const LASTS_MS = 30 * 86_400_000;
const KNOWN_FOR_MS = 365 * 86_400_000;
/** A session that was found good is not looked up again for so long; one ended in this process ends at once. */
const TRUSTED_MS = 5000;

const derive = promisify(scrypt) as (secret: string, salt: Buffer, length: number) => Promise<Buffer>;
const SecretSchema = v.object({ salt: v.optional(v.string(), ''), known: v.optional(v.array(v.string()), []) });
/** Browsers that are remembered as let in before. */
const MAX_KNOWN = 50;

/** The gate of a server that listens on the network. */
export interface Gate {
  /** Lets only those in who have said the passphrase. */
  guard: RequestHandler;
  /** Saying it, leaving, and whether one is in; open to all. */
  api: Router;
  /** Who is in, and ending their stay; behind the guard. */
  sessionsApi: Router;
}

export interface GateOptions {
  db: Database;
  passphrase: string;
  now: () => number;
  watch: Watch;
  /** Cookies for https alone, as behind a proxy that has it; else as the request came. */
  secure?: boolean;
}

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');
const newToken = () => randomBytes(32).toString('base64url');

/**
 * A gate with a passphrase, checked in constant time against its scrypt; see `LoginGuard` for guesses. Sessions are kept in the
 * database by their hash: a restart logs nobody out, another passphrase everybody.
 */
export async function makeGate(options: GateOptions): Promise<Gate> {
  const { db, passphrase, now } = options;
  const secret = await readSetting(db, 'gate', SecretSchema);
  const salt = secret.salt === '' ? randomBytes(16) : Buffer.from(secret.salt, 'hex');
  if (secret.salt === '') await writeSetting(db, 'gate', { ...secret, salt: salt.toString('hex') });
  const visitors = new Visitors(options, salt, await derive(passphrase, salt, 64));
  await endOldSessions(db, visitors.mark, new Date(now()));
  const guard: RequestHandler = async (req, _res, next) => {
    if (await visitors.isIn(req)) next();
    else throw new ProblemError(401, 'Say the passphrase first');
  };
  return { guard, api: sessionApi(visitors), sessionsApi: sessionsApi(visitors, options) };
}

/** Who is let in, and who has been. */
class Visitors {
  /** Sessions name the passphrase they began with by a hash of its hash, which lets nobody in. */
  readonly mark: string;
  private readonly guarding: LoginGuard;
  private readonly trusted = new Map<string, number>();

  constructor(
    private readonly options: GateOptions,
    private readonly salt: Buffer,
    private readonly expected: Buffer,
  ) {
    this.mark = hashOf(expected.toString('hex'));
    this.guarding = new LoginGuard(options.now);
  }

  async isIn(req: Request): Promise<boolean> {
    const { db, now } = this.options;
    const token = cookieOf(req, COOKIE);
    if (token === '') return false;
    const id = hashOf(token);
    if ((this.trusted.get(id) ?? 0) > now()) return true;
    if (!(await isSession(db, id, this.mark, new Date(now())))) return false;
    if (this.trusted.size > 1000) this.trusted.clear();
    this.trusted.set(id, now() + TRUSTED_MS);
    await seeSession(db, id, placeOf(req), new Date(now()));
    return true;
  }

  /** Lets somebody in who says the passphrase, and remembers the browser. */
  async letIn(passphrase: string, req: Request, res: Response): Promise<void> {
    const { db, now, watch } = this.options;
    await this.check(passphrase, req);
    const token = newToken();
    const browser = cookieOf(req, KNOWN) || newToken();
    const at = now();
    await addSession(db, {
      id: hashOf(token),
      mark: this.mark,
      agent: clipText(req.get('User-Agent') ?? '', 200),
      address: placeOf(req),
      now: new Date(at),
      expires: new Date(at + LASTS_MS),
    });
    await this.remember(hashOf(browser));
    watch('signed in', { from: req.ip });
    res.cookie(COOKIE, token, this.cookie(req, LASTS_MS));
    res.cookie(KNOWN, browser, this.cookie(req, KNOWN_FOR_MS));
  }

  /** Ends a session, here at once; false where there is none of that id. */
  end(id: string): Promise<boolean> {
    this.trusted.delete(id);
    return endSession(this.options.db, id);
  }

  private async check(passphrase: string, req: Request): Promise<void> {
    const { watch } = this.options;
    const known = await this.knownBrowser(req);
    const tried = await this.guarding.attempt(known ?? placeOf(req), known !== null, async () =>
      timingSafeEqual(await derive(passphrase, this.salt, 64), this.expected),
    );
    if (!tried.checked) {
      watch('passphrase slowed', { from: req.ip });
      const waitS = Math.ceil(tried.waitMs / 1000);
      throw new ProblemError(429, 'Too many passphrases at once; wait a little', {}, waitS);
    }
    if (tried.right) return;
    watch('passphrase wrong', { from: req.ip });
    throw new ProblemError(401, 'That is not the passphrase');
  }

  /** The name of a browser that has been let in before; null for a stranger. */
  private async knownBrowser(req: Request): Promise<string | null> {
    const shown = cookieOf(req, KNOWN);
    if (shown === '') return null;
    const { known } = await readSetting(this.options.db, 'gate', SecretSchema);
    const hash = hashOf(shown);
    return known.includes(hash) ? hash : null;
  }

  private async remember(hash: string): Promise<void> {
    const { db } = this.options;
    const { known } = await readSetting(db, 'gate', SecretSchema);
    const next = [hash, ...known.filter((k) => k !== hash)].slice(0, MAX_KNOWN);
    await writeSetting(db, 'gate', { salt: this.salt.toString('hex'), known: next });
  }

  private cookie(req: Request, maxAge: number): CookieOptions {
    const secure = this.options.secure === true || req.secure;
    return { httpOnly: true, sameSite: 'strict', secure, maxAge, path: '/' };
  }
}

function sessionApi(visitors: Visitors): Router {
  const api = Router();
  api.use('/session', json({ limit: '4kb' }));
  route(api, backups.getSession, async ({ req }) => ({ open: await visitors.isIn(req), gated: true }));
  route(api, backups.signIn, async ({ body, req, res }) => {
    await visitors.letIn(body.passphrase, req, res);
    return { open: true, gated: true };
  });
  route(api, backups.signOut, async ({ req, res }) => {
    await visitors.end(hashOf(cookieOf(req, COOKIE)));
    res.clearCookie(COOKIE, { path: '/' });
  });
  return api;
}

function sessionsApi(visitors: Visitors, { db, now, watch }: GateOptions): Router {
  const api = Router();
  route(api, backups.listSessions, async ({ req }) => {
    const mine = hashOf(cookieOf(req, COOKIE));
    const sessions = await listSessions(db, visitors.mark, new Date(now()));
    return sessions.map((s) => ({ ...s, mine: s.id === mine }));
  });
  route(api, backups.endSession, async ({ path, req }) => {
    watch('session ended', { from: req.ip });
    if (!(await visitors.end(path.id))) throw notFound('Session');
  });
  return api;
}

/** A server without a gate: everyone who can reach it is let in. */
export function openSessionApi(): Router {
  const api = Router();
  route(api, backups.getSession, () => ({ open: true, gated: false }));
  return api;
}
