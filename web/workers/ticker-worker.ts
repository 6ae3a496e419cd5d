import { type Endpoint, expose } from 'comlink';

const EVERY_MS = 50;

const work = {
  /** Ticks steadily, also while the page is hidden or busy; the page asks nothing of it but the beat. */
  start: (tick: () => void): void => {
    setInterval(tick, EVERY_MS);
  },
};
export type TickerWork = typeof work;
expose(work, self as unknown as Endpoint);
