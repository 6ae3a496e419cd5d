import { askClock, ClockEstimate, type Jump, judgeJump, SteadyClock } from '../live/index.ts';

const ADDRESS = '/api/health';
const ASK_EVERY_MS = 5000;
const FIRST_ASKS = 4;
const CHECK_EVERY_MS = 500;
/** Less than this between a following desk and the leading one is let be. */
const CLOSE_MS = 8;

/** The run's time on this desk; its sound goes by it. */
export const runClock = new SteadyClock(undefined, undefined, judge);
const server = new ClockEstimate();

/** Begins to measure how this device's clock stands to the server's, and to look for jumps; gives what stops it. */
export function keepTime(): () => void {
  const ask = () => askClock(server, ADDRESS);
  void (async () => {
    for (let k = 0; k < FIRST_ASKS; k++) await ask();
  })();
  const asking = setInterval(ask, ASK_EVERY_MS);
  const checking = setInterval(() => void runClock.check(), CHECK_EVERY_MS);
  return () => {
    clearInterval(asking);
    clearInterval(checking);
  };
}

/** Asks the server's time now: it has begun anew, or one of the machines slept. */
export function heedBeat(serverMs: number): void {
  if (server.isSurprisedBy(serverMs)) void askClock(server, ADDRESS);
}

/** Server's clock less the run's as `now` tells it, ms; null until it has been measured. */
export function offsetTo(now: number): number | null {
  return server.isSet ? performance.now() + server.offsetMs - now : null;
}

/** How far this desk must move its time to go with the leading one; 0 when it does, or nobody knows. */
export function behindLeader(leaderOffsetMs: number, now: number): number {
  const offset = offsetTo(now);
  const behind = offset === null ? 0 : offset - leaderOffsetMs;
  return Math.abs(behind) < CLOSE_MS ? 0 : behind;
}

/** A server elsewhere can tell a sleep, in which it went on, from a clock that was set; one on this machine cannot. */
async function judge(jumpMs: number): Promise<Jump> {
  const here = ['localhost', '127.0.0.1', '[::1]'].includes(window.location.hostname);
  if (jumpMs < 0 || here || !server.isSet) return judgeJump(jumpMs);
  const before = server.offsetMs;
  const fresh = new ClockEstimate();
  await askClock(fresh, ADDRESS, AbortSignal.timeout(1000));
  if (!fresh.isSet) return judgeJump(jumpMs);
  return Math.abs(fresh.offsetMs - before) > jumpMs / 2 ? 'slept' : 'clockSet';
}
