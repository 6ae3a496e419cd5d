import type { Keeper } from '../backup/index.ts';
import type { Database } from '../db/database.ts';
import { endIdle } from '../live/end-idle.ts';
import type { RunHub } from '../live/hub.ts';

const LOOK_EVERY_MS = 10 * 60_000;
/** The first look waits until whoever started the server has what they came for. */
const FIRST_LOOK_MS = 60_000;

interface Log {
  info: (what: object, text: string) => void;
  error: (e: unknown) => void;
}

/** Looks now and then whether tonight's backup is due; gives what ends it. */
export const keepNightly = (keeper: Keeper, log: Log) =>
  nowAndThen(log, async () => {
    const file = await keeper.tonight();
    if (file) log.info({ file }, 'backup made');
  });

/** Ends now and then the runs that nobody has touched for hours; gives what ends it. */
export const endIdleNowAndThen = (db: Database, hub: RunHub, log: Log) =>
  nowAndThen(log, async () => {
    const runs = await endIdle(db, hub, Date.now());
    if (runs.length > 0) log.info({ runs }, 'runs that nobody had touched for hours have ended');
  });

/** Does something every ten minutes, never twice at once; gives what ends it. */
function nowAndThen(log: Log, work: () => Promise<void>) {
  let busy = false;
  const look = async () => {
    if (busy) return;
    busy = true;
    try {
      await work();
    } catch (error) {
      log.error(error);
    } finally {
      busy = false;
    }
  };
  const first = setTimeout(look, FIRST_LOOK_MS);
  const timer = setInterval(look, LOOK_EVERY_MS);
  for (const t of [first, timer]) t.unref();
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}
