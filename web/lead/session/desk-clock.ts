import { ClockEstimate, type Jump, judgeJump, SteadyClock, TIMERS, type Timers } from '../../base/index.ts';

const ASK_EVERY_MS = 5000;
const FIRST_ASKS = 4;
const CHECK_EVERY_MS = 500;
/** Less than this between a following desk and the leading one is let be. */
const CLOSE_MS = 8;
/** A jump is judged by the server's clock only when it answers within this. */
const JUDGE_PATIENCE_MS = 1000;

/** The parts of a desk's clock; those of the platform by default. */
export interface ClockParts {
  /** Asks the server's time once and adds the answer to the estimate; a question that fails changes nothing. */
  ask: (estimate: ClockEstimate, signal?: AbortSignal) => Promise<void>;
  /** The server runs on this machine: it sleeps and wakes with it, and tells a sleep only where its own clock goes on in it. */
  serverIsHere: boolean;
  timers?: Timers;
  steadyNow?: () => number;
  systemNow?: () => number;
}

/** The run's time on a desk, which its sound goes by, and how it stands to the server's. */
export class DeskClock {
  readonly run: SteadyClock;
  private readonly server: ClockEstimate;
  private readonly steadyNow: () => number;

  constructor(private readonly parts: ClockParts) {
    this.steadyNow = parts.steadyNow ?? (() => performance.now());
    this.server = new ClockEstimate(this.steadyNow);
    this.run = new SteadyClock(this.steadyNow, parts.systemNow, (jumpMs) => this.judge(jumpMs));
  }

  /** Begins to measure how this device's clock stands to the server's, and to look for jumps; gives what stops it. */
  keep(): () => void {
    const timers = this.parts.timers ?? TIMERS;
    const ask = () => this.parts.ask(this.server);
    void (async () => {
      for (let k = 0; k < FIRST_ASKS; k++) await ask();
    })();
    const stops = [
      timers.every(ASK_EVERY_MS, () => void ask()),
      timers.every(CHECK_EVERY_MS, () => void this.run.check()),
    ];
    return () => {
      for (const stop of stops) stop();
    };
  }

  /** Hears the server's time and asks anew when it surprises: it has begun anew, or one of the machines slept. */
  heedBeat(serverMs: number): void {
    if (this.server.isSurprisedBy(serverMs)) void this.parts.ask(this.server);
  }

  /** Server's clock less the run's as `now` tells it, ms; null until it has been measured. */
  offsetTo(now: number): number | null {
    return this.server.isSet ? this.steadyNow() + this.server.offsetMs - now : null;
  }

  /** How far this desk must move its time to go with the leading one; 0 when it does, or nobody knows. */
  behindLeader(leaderOffsetMs: number, now: number): number {
    const offset = this.offsetTo(now);
    const behind = offset === null ? 0 : offset - leaderOffsetMs;
    return Math.abs(behind) < CLOSE_MS ? 0 : behind;
  }

  /**
   * A server elsewhere can tell a sleep, in which it went on, from a clock that was set; one on this machine where the system gives it a
   * clock that goes on in sleep.
   */
  private async judge(jumpMs: number): Promise<Jump> {
    const cannotTell = this.parts.serverIsHere && !this.server.runsInSleep;
    if (jumpMs < 0 || cannotTell || !this.server.isSet) return judgeJump(jumpMs);
    const before = this.server.offsetMs;
    const fresh = new ClockEstimate(this.steadyNow);
    await this.parts.ask(fresh, AbortSignal.timeout(JUDGE_PATIENCE_MS));
    if (!fresh.isSet) return judgeJump(jumpMs);
    return Math.abs(fresh.offsetMs - before) > jumpMs / 2 ? 'slept' : 'clockSet';
  }
}
