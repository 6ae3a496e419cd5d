import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import { type CookieOptions, json, type Request, type RequestHandler, Router } from 'express';
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

/** What an instructor needs to be let in where the server listens on the network. */
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
export async function makeGate({ db, passphrase, now, watch, secure = false }: GateOptions): Promise<Gate> {
  const secret = await readSetting(db, 'gate', SecretSchema);
  const salt = secret.salt === '' ? randomBytes(16) : Buffer.from(secret.salt, 'hex');
  if (secret.salt === '') await writeSetting(db, 'gate', { ...secret, salt: salt.toString('hex') });
  const expected = await derive(passphrase, salt, 64);
  // Sessions name the passphrase they began with by a hash of its hash, which lets nobody in.
  const mark = hashOf(expected.toString('hex'));
  await endOldSessions(db, mark, new Date(now()));
  const guarding = new LoginGuard(now);
  const trusted = new Map<string, number>();

  const isIn = async (req: Request): Promise<boolean> => {
    const token = cookieOf(req, COOKIE);
    if (token === '') return false;
    const id = hashOf(token);
    if ((trusted.get(id) ?? 0) > now()) return true;
    if (!(await isSession(db, id, mark, new Date(now())))) return false;
    if (trusted.size > 1000) trusted.clear();
    trusted.set(id, now() + TRUSTED_MS);
    await seeSession(db, id, placeOf(req), new Date(now()));
    return true;
  };
  const cookie = (req: Request, maxAge: number): CookieOptions => ({
    httpOnly: true,
    sameSite: 'strict',
    secure: secure || req.secure,
    maxAge,
    path: '/',
  });

  /** The name of a browser that has been let in before; null for a stranger. */
  const knownBrowser = async (req: Request): Promise<string | null> => {
    const shown = cookieOf(req, KNOWN);
    if (shown === '') return null;
    const { known } = await readSetting(db, 'gate', SecretSchema);
    const hash = hashOf(shown);
    return known.includes(hash) ? hash : null;
  };
  const remember = async (hash: string) => {
    const { known } = await readSetting(db, 'gate', SecretSchema);
    const next = [hash, ...known.filter((k) => k !== hash)].slice(0, MAX_KNOWN);
    await writeSetting(db, 'gate', { salt: salt.toString('hex'), known: next });
  };

  const api = Router();
  api.use('/session', json({ limit: '4kb' }));
  route(api, backups.getSession, async ({ req }) => ({ open: await isIn(req), gated: true }));
  route(api, backups.signIn, async ({ body, req, res }) => {
    const known = await knownBrowser(req);
    const tried = await guarding.attempt(known ?? placeOf(req), known !== null, async () =>
      timingSafeEqual(await derive(body.passphrase, salt, 64), expected),
    );
    if (!tried.checked) {
      watch('passphrase slowed', { from: req.ip });
      const waitS = Math.ceil(tried.waitMs / 1000);
      throw new ProblemError(429, 'Too many passphrases at once; wait a little', {}, waitS);
    }
    if (!tried.right) {
      watch('passphrase wrong', { from: req.ip });
      throw new ProblemError(401, 'That is not the passphrase');
    }
    const token = newToken();
    const browser = cookieOf(req, KNOWN) || newToken();
    const at = now();
    await addSession(db, {
      id: hashOf(token),
      mark,
      agent: clipText(req.get('User-Agent') ?? '', 200),
      address: placeOf(req),
      now: new Date(at),
      expires: new Date(at + LASTS_MS),
    });
    await remember(hashOf(browser));
    watch('signed in', { from: req.ip });
    res.cookie(COOKIE, token, cookie(req, LASTS_MS));
    res.cookie(KNOWN, browser, cookie(req, KNOWN_FOR_MS));
    return { open: true, gated: true };
  });
  route(api, backups.signOut, async ({ req, res }) => {
    const id = hashOf(cookieOf(req, COOKIE));
    trusted.delete(id);
    await endSession(db, id);
    res.clearCookie(COOKIE, { path: '/' });
  });

  const sessionsApi = Router();
  route(sessionsApi, backups.listSessions, async ({ req }) => {
    const mine = hashOf(cookieOf(req, COOKIE));
    const sessions = await listSessions(db, mark, new Date(now()));
    return sessions.map((s) => ({ ...s, mine: s.id === mine }));
  });
  route(sessionsApi, backups.endSession, async ({ path, req }) => {
    trusted.delete(path.id);
    watch('session ended', { from: req.ip });
    if (!(await endSession(db, path.id))) throw notFound('Session');
  });

  const guard: RequestHandler = async (req, _res, next) => {
    if (await isIn(req)) next();
    else throw new ProblemError(401, 'Say the passphrase first');
  };
  return { guard, api, sessionsApi };
}

/** A server without a gate: everyone who can reach it is let in. */
export function openSessionApi(): Router {
  const api = Router();
  route(api, backups.getSession, () => ({ open: true, gated: false }));
  return api;
}
