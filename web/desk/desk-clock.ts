import { askClock, ClockEstimate } from '../live/clock.ts';

const ASK_EVERY_MS = 20_000;

/** How the desk's clock stands to the server's, so that screens elsewhere can tell the desk's time. */
class DeskClock {
  private readonly estimate = new ClockEstimate();
  private now: () => number = Date.now;
  private timer: ReturnType<typeof setInterval> | undefined;

  /** Says what the desk's time is, and begins to measure. */
  follow(now: () => number): void {
    this.now = now;
    clearInterval(this.timer);
    const ask = () => void askClock(this.estimate, '/api/health');
    ask();
    this.timer = setInterval(ask, ASK_EVERY_MS);
  }

  /** Server's clock less the desk's, ms; null until it has been measured. */
  offsetMs(): number | null {
    if (!this.estimate.isSet) return null;
    return performance.now() + this.estimate.offsetMs - this.now();
  }
}

export const deskClock = new DeskClock();
