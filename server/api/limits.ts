import type { Request, RequestHandler, Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import type { SharedGuesses } from '../db/wrong-guesses.ts';
import { Lane } from '../live/lane.ts';
import { ProblemError } from './problem.ts';

/** Logs what was tried against the server. */
export type Watch = (event: string, detail: Record<string, unknown>) => void;

/** The address a request comes from; of IPv6 the network, since one device has as many addresses there as it likes. */
export const placeOf = (req: Request) => ipKeyGenerator(req.ip ?? '');

export const WINDOW_MS = 60_000;

interface Limit {
  /** So many in a minute. */
  perMinute: number;
  key: (req: Request, res: Response) => string | Promise<string>;
  event: string;
  watch: Watch;
}

/** Refuses what comes too often with 429 and when to come again. */
export function limited({ perMinute, key, event, watch }: Limit): RequestHandler {
  return rateLimit({
    windowMs: WINDOW_MS,
    limit: perMinute,
    keyGenerator: key,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    validate: { keyGeneratorIpFallback: false },
    handler: (req, _res, next) => next(tooMuch(req, event, watch)),
  });
}

/** The problem of whoever comes too often; it is told to the log. */
function tooMuch(req: Request, event: string, watch: Watch): ProblemError {
  watch(event, { from: req.ip });
  return new ProblemError(429, 'Too much at once; wait a minute', {}, WINDOW_MS / 1000);
}

/** So many that open nothing may be looked up in a minute at once; from then on one after the other. */
const WRONG_A_MINUTE = 20;
const SLOWLY_EVERY_MS = 100;
/** Codes that may wait for their turn, of one place. */
const MAX_WAITING = 60;
/** Places that are remembered; one that nothing waits in goes when there are more. */
const MAX_LANES = 5000;

/**
 * Looks up what is guessable. Right ones count against nobody. Wrong ones are counted by where they come from and by what kind of thing is
 * looked up; beyond the limit the look-up waits its turn, slow and not shut, for the right one too. A browser that has been in before
 * has a count of its own: no stranger at its address slows it.
 */
export class Guesses {
  private readonly lanes = new Map<string, Lane>();

  constructor(
    private readonly watch: Watch,
    private readonly knownPhone: (req: Request) => Promise<string | null> = async () => null,
    private readonly shared: SharedGuesses | null = null,
  ) {}

  /**
   * Looks something up; null when it is not there. Throws a problem where too many wait already.
   * @param kind what kind of thing is looked up
   * @param guess what was shown for it: those who show the same wait together
   */
  async look<T>(req: Request, kind: string, guess: string, find: () => Promise<T | null>): Promise<T | null> {
    const phone = await this.knownPhone(req);
    const from = `${kind} ${phone === null ? placeOf(req) : `of ${phone}`}`;
    const lane = this.laneOf(from);
    const isTight = ((await this.shared?.count(from)) ?? 0) >= WRONG_A_MINUTE;
    if (!(await lane.enter(guess, isTight))) throw tooMuch(req, 'codes guessed', this.watch);
    let isRight = false;
    try {
      const found = await find();
      isRight = found !== null;
      if (!isRight) await this.shared?.add(from);
      return found;
    } finally {
      if (lane.leave(guess, isRight)) this.watch('codes guessed', { from: req.ip });
    }
  }

  private laneOf(key: string): Lane {
    const lane = this.lanes.get(key) ?? new Lane(WRONG_A_MINUTE, WINDOW_MS, SLOWLY_EVERY_MS, MAX_WAITING);
    this.lanes.delete(key);
    this.lanes.set(key, lane);
    if (this.lanes.size > MAX_LANES) for (const [k, l] of this.lanes) if (l.isIdle) this.lanes.delete(k);
    return lane;
  }
}
