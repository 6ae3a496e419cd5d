/** Timers, injected so that a test can control time. */
export interface Timers {
  /** Does something again and again, `ms` apart, until the function it gives is called. */
  every(ms: number, act: () => void): () => void;
  /** Does something once after `ms`, unless the function it gives is called before. */
  after(ms: number, act: () => void): () => void;
}

/** The platform's own timers. */
export const TIMERS: Timers = {
  every: (ms, act) => {
    const timer = setInterval(act, ms);
    return () => clearInterval(timer);
  },
  after: (ms, act) => {
    const timer = setTimeout(act, ms);
    return () => clearTimeout(timer);
  },
};
