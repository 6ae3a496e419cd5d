import { expose } from 'comlink';

const EVERY_MS = 50;

export const work = {
  /** Ticks steadily, also while the page is hidden or busy; the page asks nothing of it but the beat. */
  start: (tick: () => void): void => {
    setInterval(tick, EVERY_MS);
  },
};
export type TickerWork = typeof work;
expose(work);
