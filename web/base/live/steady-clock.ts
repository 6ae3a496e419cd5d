/** The meaning of a sudden difference between the system clock and the steady one. */
export type Jump = 'slept' | 'clockSet';

/** A jump of the device's clock, and what it was taken for. */
export interface JudgedOffset {
  jumpMs: number;
  what: Jump;
}

const JUMP_MS = 250;
const SHORTEST_SLEEP_MS = 2000;
const QUARTER_MS = 900_000;
const NEAR_MS = 5000;

/**
 * What a jump of the system clock against the steady one means when nobody else can be asked: a machine's sleep moves it
 * forward by any length; back, by a blink, or by whole quarters of an hour it was set by hand.
 */
export function judgeJump(jumpMs: number): Jump {
  if (jumpMs < SHORTEST_SLEEP_MS) return 'clockSet';
  const quarters = Math.round(jumpMs / QUARTER_MS);
  return quarters > 0 && Math.abs(jumpMs - quarters * QUARTER_MS) < NEAR_MS ? 'clockSet' : 'slept';
}

/**
 * A run's time on this device, ms since 1970: goes on evenly when the device's clock is set, and moves ahead by the
 * length of a sleep.
 */
export class SteadyClock {
  private baseMs: number;
  private judging = false;
  private shift = 0;
  private onShift: (shiftMs: number) => void = () => {};
  private onJump: (judged: JudgedOffset) => void = () => {};

  constructor(
    private readonly steadyNow: () => number = () => performance.now(),
    private readonly systemNow: () => number = Date.now,
    private readonly judge: (jumpMs: number) => Jump | Promise<Jump> = judgeJump,
  ) {
    this.baseMs = systemNow() - steadyNow();
  }

  now(): number {
    return this.steadyNow() + this.baseMs + this.shift;
  }

  /** The run's time less the device's, ms: kept with the run, so that a reload goes on by the same time. */
  get shiftMs(): number {
    return this.shift;
  }

  set shiftMs(ms: number) {
    this.shift = ms;
  }

  /** Calls back when the device's clock was set and the shift has changed with it. */
  watch(onShift: (shiftMs: number) => void): void {
    this.onShift = onShift;
  }

  /** Calls back when the device's clock has jumped, with what that was taken for. */
  watchJumps(onJump: (judged: JudgedOffset) => void): void {
    this.onJump = onJump;
  }

  /** Looks for a jump; to be called often. Resolves once it has been judged. */
  async check(): Promise<void> {
    const jumpMs = this.jumpMs();
    if (this.judging || Math.abs(jumpMs) < JUMP_MS) return;
    this.judging = true;
    try {
      const what = await this.judge(jumpMs);
      this.baseMs += jumpMs;
      if (what === 'clockSet') {
        this.shift -= jumpMs;
        this.onShift(this.shift);
      }
      this.onJump({ jumpMs, what });
    } finally {
      this.judging = false;
    }
  }

  private jumpMs(): number {
    return this.systemNow() - this.steadyNow() - this.baseMs;
  }
}
