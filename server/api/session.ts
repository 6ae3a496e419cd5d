import { createHmac, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import { type RequestHandler, Router } from 'express';
import * as v from 'valibot';
import type { Database } from '../db/database.ts';
import { readSetting, writeSetting } from '../db/settings.ts';
import { bodyOf, sendProblem } from './problem.ts';

const COOKIE = 'odd_round_session';
const LASTS_MS = 30 * 86_400_000;
const FREE_TRIES = 3;
const LOCK_MS = 60_000;
const MAX_TRIES = 10;
/** Addresses whose failures are remembered; the oldest goes when there are more. */
const MAX_ADDRESSES = 1000;

const derive = promisify(scrypt) as (secret: string, salt: Buffer, length: number) => Promise<Buffer>;
const SecretSchema = v.object({ key: v.optional(v.string(), '') });
const PassphraseSchema = v.strictObject({ passphrase: v.pipe(v.string(), v.maxLength(200)) });

/** What an instructor needs to be let in where the server listens on the network. */
export interface Gate {
  /** Lets only those in who have said the passphrase. */
  guard: RequestHandler;
  api: Router;
}

/** The key that sessions are signed with: made once, kept in the database, so that a restart logs nobody out. */
async function sessionKey(db: Database): Promise<Buffer> {
  const { key } = await readSetting(db, 'sessionKey', SecretSchema);
  if (key !== '') return Buffer.from(key, 'hex');
  const made = randomBytes(32);
  await writeSetting(db, 'sessionKey', { key: made.toString('hex') });
  return made;
}

/** A gate with a passphrase, checked in constant time against its scrypt; wrong ones are slowed, then locked out. */
export async function makeGate(db: Database, passphrase: string, now: () => number): Promise<Gate> {
  const salt = randomBytes(16);
  const expected = await derive(passphrase, salt, 64);
  const key = await sessionKey(db);
  const sign = (expires: number) => createHmac('sha256', key).update(String(expires)).digest('hex');
  const isValid = (token: string) => {
    const [expires = '', signature = ''] = token.split('.');
    if (!/^\d+$/.test(expires) || Number(expires) < now()) return false;
    const right = Buffer.from(sign(Number(expires)));
    const given = Buffer.from(signature);
    return right.length === given.length && timingSafeEqual(right, given);
  };
  const tries = new Map<string, { failed: number; untilMs: number }>();

  const api = Router();
  api.get('/', (req, res) => {
    res.json({ open: isValid(cookieOf(req.headers.cookie)) });
  });
  api.post('/', async (req, res) => {
    const body = bodyOf(PassphraseSchema, req.body, res);
    if (!body) return;
    const from = req.socket.remoteAddress ?? '';
    const before = tries.get(from) ?? { failed: 0, untilMs: 0 };
    if (before.untilMs > now()) {
      res.set('Retry-After', String(Math.ceil((before.untilMs - now()) / 1000)));
      sendProblem(res, { status: 429, title: 'Too many wrong passphrases; wait a little' });
      return;
    }
    const given = await derive(body.passphrase, salt, 64);
    if (!timingSafeEqual(given, expected)) {
      const failed = before.failed + 1;
      const wait = failed >= MAX_TRIES ? LOCK_MS : failed > FREE_TRIES ? 1000 * 2 ** (failed - FREE_TRIES - 1) : 0;
      tries.delete(from);
      tries.set(from, { failed, untilMs: now() + wait });
      const [oldest] = tries.keys();
      if (tries.size > MAX_ADDRESSES && oldest !== undefined) tries.delete(oldest);
      sendProblem(res, { status: 401, title: 'That is not the passphrase' });
      return;
    }
    tries.delete(from);
    const expires = now() + LASTS_MS;
    res.cookie(COOKIE, `${expires}.${sign(expires)}`, {
      httpOnly: true,
      sameSite: 'strict',
      secure: req.secure,
      maxAge: LASTS_MS,
      path: '/',
    });
    res.json({ open: true });
  });

  const guard: RequestHandler = (req, res, next) => {
    if (isValid(cookieOf(req.headers.cookie))) next();
    else sendProblem(res, { status: 401, title: 'Say the passphrase first' });
  };
  return { guard, api };
}

function cookieOf(header: string | undefined): string {
  const found = header?.split(';').find((c) => c.trim().startsWith(`${COOKIE}=`));
  return found?.trim().slice(COOKIE.length + 1) ?? '';
}

/** Nothing is changed for a page of another origin: what a browser sends from there says so. */
export const sameOrigin: RequestHandler = (req, res, next) => {
  const origin = req.get('Origin');
  const isRead = req.method === 'GET' || req.method === 'HEAD';
  if (isRead || origin === undefined || hostOf(origin) === req.get('Host')) next();
  else sendProblem(res, { status: 403, title: 'This comes from another site' });
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

const LOOPBACK = /^(127\.\d+\.\d+\.\d+|localhost|::1|\[::1\])$/;

/** True for an address that only this machine can reach. */
export const isLoopback = (host: string) => LOOPBACK.test(host);
