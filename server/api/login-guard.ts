import { SerialQueue } from '../shared/serial-queue.ts';

/** Tries that cost nothing; from then on each wrong one doubles the wait, up to a minute. */
const FREE_TRIES = 3;
const LONGEST_WAIT_MS = 60_000;
/** Failures are forgotten by and by: half of them in so long. */
const HALF_LIFE_MS = 600_000;
/** Addresses that are remembered; the oldest goes when there are more. */
const MAX_KEYS = 2000;
/** Checks that may wait for their turn, each some 60 ms of work, and wrong ones from strangers in a minute. */
const MAX_WAITING = 8;
const STRANGERS_A_MINUTE = 60;

interface Tries {
  failed: number;
  atMs: number;
  untilMs: number;
  busy: boolean;
}

/** The result of an attempt: checked, or refused with how long to wait. */
export type Attempt = { checked: true; right: boolean } | { checked: false; waitMs: number };

/**
 * Slows down whoever guesses a passphrase. A try counts as wrong before it is checked, one is checked at a time for each
 * address and one after the other for all, and no more than a few wait. A browser that has been let in before has counts and
 * a queue of its own: strangers cannot shut it out.
 */
export class LoginGuard {
  private readonly tries = new Map<string, Tries>();
  private readonly queues = { known: new SerialQueue(MAX_WAITING), stranger: new SerialQueue(MAX_WAITING) };
  private minute = { startMs: 0, wrong: 0 };

  constructor(private readonly now: () => number) {}

  /**
   * @param from the address, or the name of a known browser
   * @param check works out whether the passphrase is right
   */
  async attempt(from: string, known: boolean, check: () => Promise<boolean>): Promise<Attempt> {
    const own = this.triesOf(from);
    if (own.busy) return { checked: false, waitMs: 1000 };
    if (own.untilMs > this.now()) return { checked: false, waitMs: own.untilMs - this.now() };
    if (!known && this.strangersWrong() >= STRANGERS_A_MINUTE)
      return { checked: false, waitMs: this.minute.startMs + 60_000 - this.now() };
    const queue = known ? this.queues.known : this.queues.stranger;
    if (queue.isFull) return { checked: false, waitMs: 1000 };
    const failed = own.failed + 1;
    Object.assign(own, { failed, atMs: this.now(), untilMs: this.now() + waitAfter(failed), busy: true });
    if (!known) this.minute.wrong += 1;
    try {
      const right = await queue.take(check);
      if (right) {
        this.tries.delete(from);
        if (!known) this.minute.wrong -= 1;
      }
      return { checked: true, right };
    } finally {
      own.busy = false;
    }
  }

  private triesOf(from: string): Tries {
    const kept = this.tries.get(from);
    const own = kept ?? { failed: 0, atMs: this.now(), untilMs: 0, busy: false };
    own.failed *= 0.5 ** (Math.max(0, this.now() - own.atMs) / HALF_LIFE_MS);
    own.atMs = this.now();
    this.tries.delete(from);
    this.tries.set(from, own);
    const [oldest] = this.tries.keys();
    if (this.tries.size > MAX_KEYS && oldest !== undefined) this.tries.delete(oldest);
    return own;
  }

  private strangersWrong(): number {
    if (this.now() - this.minute.startMs >= 60_000) this.minute = { startMs: this.now(), wrong: 0 };
    return this.minute.wrong;
  }
}

/** 0 for the first tries, then 1, 2, 4 … s. */
const waitAfter = (failed: number) =>
  Math.round(failed) <= FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_MS, 1000 * 2 ** (Math.round(failed) - FREE_TRIES - 1));
