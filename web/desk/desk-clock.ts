import { askClock, ClockEstimate } from '../live/clock.ts';

const ASK_EVERY_MS = 20_000;
const TELL_EVERY_MS = 2000;
/** A change of the offset worth telling the screens that follow. */
const WORTH_TELLING_MS = 25;

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

  /** Tells the server when the desk's clock has moved against its own, for as long as a run is led; gives what stops it. */
  tell(runId: string, isKnown: () => boolean): () => void {
    let told: number | null = null;
    const timer = setInterval(() => {
      const offsetMs = isKnown() ? this.offsetMs() : null;
      if (offsetMs === null || (told !== null && Math.abs(offsetMs - told) < WORTH_TELLING_MS)) return;
      void fetch(`/api/runs/${runId}/clock`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ clockOffsetMs: offsetMs }),
      }).then(
        (res) => {
          if (res.ok) told = offsetMs;
        },
        () => {},
      );
    }, TELL_EVERY_MS);
    return () => clearInterval(timer);
  }

  /** Server's clock less the desk's, ms; null until it has been measured. */
  offsetMs(): number | null {
    if (!this.estimate.isSet) return null;
    return performance.now() + this.estimate.offsetMs - this.now();
  }
}

export const deskClock = new DeskClock();
