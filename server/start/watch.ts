import type { Watch } from '../api/limits.ts';

/** The same from the same place is written to the log once in so long, with how often it was. */
const QUIET_MS = 10_000;
const MOST_KEPT = 1000;

/** Writes what is tried against the server to its log; a flood of one kind makes no flood of lines. */
export function watchTo(write: (line: Record<string, unknown>) => void, now: () => number = Date.now): Watch {
  const last = new Map<string, { at: number; times: number }>();
  return (event, detail) => {
    const key = `${event} ${String(detail.from)}`;
    const known = last.get(key);
    if (known && now() - known.at < QUIET_MS) {
      known.times += 1;
      return;
    }
    if (last.size >= MOST_KEPT) last.clear();
    last.set(key, { at: now(), times: 0 });
    write({ security: event, ...detail, ...(known && known.times > 0 ? { timesBefore: known.times } : {}) });
  };
}
