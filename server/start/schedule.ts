import type { Keeper } from '../backup/index.ts';

const LOOK_EVERY_MS = 10 * 60_000;
/** The first look waits until whoever started the server has what they came for. */
const FIRST_LOOK_MS = 60_000;

/** Looks now and then whether tonight's backup is due; gives what ends it. */
export function keepNightly(
  keeper: Keeper,
  log: { info: (what: object, text: string) => void; error: (e: unknown) => void },
) {
  let busy = false;
  const look = async () => {
    if (busy) return;
    busy = true;
    try {
      const file = await keeper.tonight();
      if (file) log.info({ file }, 'backup made');
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
