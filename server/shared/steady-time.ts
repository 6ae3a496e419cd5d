import { uptime } from 'node:os';

/** A clock that nobody can set. */
export interface SteadyTime {
  /** ms since 1970 by the machine's clock at the start, from then on evenly. */
  now: () => number;
  /** It goes on while the machine sleeps: whoever held against it what stood still knows for how long. */
  runsInSleep: boolean;
}

/** Systems whose time since they were started goes on in sleep, and is not moved when their clock is set. */
const COUNT_SLEEP: readonly string[] = ['linux', 'win32'];
/** Less than that between the two clocks is how coarse they are. */
const LEAST_SLEEP_MS = 1000;

interface Clocks {
  platform: string;
  /** Since the system was started, its sleep included, s. */
  uptimeS: () => number;
  /** Stands still in sleep, ms. */
  steadyMs: () => number;
  originMs: number;
}

/** The process's steady clock, moved ahead by the machine's sleep where the system tells how long that was. */
export function steadyTime(
  { platform, uptimeS, steadyMs, originMs }: Clocks = {
    platform: process.platform,
    uptimeS: uptime,
    steadyMs: () => performance.now(),
    originMs: performance.timeOrigin,
  },
): SteadyTime {
  const runsInSleep = COUNT_SLEEP.includes(platform);
  if (!runsInSleep) return { runsInSleep, now: () => originMs + steadyMs() };
  const baseMs = uptimeS() * 1000 - steadyMs();
  let sleptMs = 0;
  return {
    runsInSleep,
    now: () => {
      const aheadMs = uptimeS() * 1000 - steadyMs() - baseMs;
      if (aheadMs - sleptMs > LEAST_SLEEP_MS) sleptMs = aheadMs;
      return originMs + steadyMs() + sleptMs;
    },
  };
}
