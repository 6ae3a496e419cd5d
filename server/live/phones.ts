import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { CookieOptions, Request, Response } from 'express';
import { nanoid } from 'nanoid';
import * as v from 'valibot';
import type { Queryable } from '../db/database.ts';
import { addSetting, readSetting } from '../db/settings.ts';
import { cookieOf } from '../shared/cookie.ts';

const COOKIE = 'odd_round_phone';
const KNOWN_FOR_MS = 365 * 86_400_000;
const SETTING = 'phones';
const SecretSchema = v.object({ secret: v.optional(v.string(), '') });

/** A phone or another screen, known again by a token of its own that a right code gave it. */
export interface Phone {
  id: string;
  /** It has been here with a right code before. */
  known: boolean;
}

/**
 * Tells phones and screens apart, however many share one address: each gets a token with its first right code and shows it from then on.
 * The server signs tokens and keeps none; every server on one database takes those of the others.
 */
export class Phones {
  private secret: Promise<string> | null = null;

  constructor(
    private readonly db: Queryable,
    private readonly secure: boolean = false,
  ) {}

  /** The phone of a token that this server, or another on its database, has given; null for one without. */
  async knownOf(req: Request): Promise<Phone | null> {
    const [id = '', shown = ''] = cookieOf(req, COOKIE).split('.');
    if (!/^[A-Za-z0-9_-]{8,64}$/.test(id)) return null;
    const [own, asked] = [Buffer.from(await this.signed(id)), Buffer.from(shown)];
    return own.length === asked.length && timingSafeEqual(own, asked) ? { id, known: true } : null;
  }

  /** The phone that asks; one without a token is given its own with the answer. Only after a right code. */
  async of(req: Request, res: Response): Promise<Phone> {
    const known = await this.knownOf(req);
    if (known) return known;
    const id = nanoid(12);
    const cookie: CookieOptions = {
      httpOnly: true,
      sameSite: 'strict',
      secure: this.secure || req.secure,
      maxAge: KNOWN_FOR_MS,
      path: '/api/live',
    };
    res.cookie(COOKIE, `${id}.${await this.signed(id)}`, cookie);
    return { id, known: false };
  }

  private async signed(id: string): Promise<string> {
    this.secret ??= this.makeSecret();
    // A database that is away is asked again the next time.
    this.secret.catch(() => {
      this.secret = null;
    });
    return createHmac('sha256', await this.secret)
      .update(id)
      .digest('base64url');
  }

  /** The first server to need it makes it; the others read what that one made. */
  private async makeSecret(): Promise<string> {
    await addSetting(this.db, SETTING, { secret: randomBytes(32).toString('base64url') });
    return (await readSetting(this.db, SETTING, SecretSchema)).secret;
  }
}
