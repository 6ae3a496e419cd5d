import { parentPort, workerData } from 'node:worker_threads';
import { openHere, savesReachDisk } from './embedded-files.ts';
import { type Answered, type DatabaseRequest, GIVEN_UP, OTHER, type ThreadData } from './embedded-messages.ts';

/** So much log may gather before the pages are written: in this mode PostgreSQL never does it by itself. */
const CHECKPOINT_BYTES = 24 * 1_048_576;

const say = (answer: Answered) => parentPort?.postMessage(answer);
const told = (error: unknown) => (error instanceof Error ? error.message : String(error));

async function serve(): Promise<void> {
  const { dir, lookEveryMs } = workerData as ThreadData;
  const opened = await openHere(dir);
  const { pg } = opened;
  const wal = async () => {
    const { rows } = await pg.query<{ at: string }>("SELECT pg_current_wal_lsn() - '0/0'::pg_lsn AS at");
    return Number(rows[0]?.at ?? 0);
  };
  const durable = await savesReachDisk(opened);
  let written = await wal();
  let used = false;
  const look = async () => {
    if (!used) return;
    used = false;
    const now = await wal();
    if (now - written < CHECKPOINT_BYTES) return;
    await pg.exec('CHECKPOINT');
    written = now;
  };
  // In a transaction that has failed and is not rolled back yet every statement is refused; the next look finds it ended.
  const tidy = setInterval(() => {
    look().catch(() => {
      used = true;
    });
  }, lookEveryMs);
  parentPort?.on('message', async (asked: DatabaseRequest) => {
    try {
      used = true;
      if (asked.kind === 'query') {
        const { rows } = await pg.query<Record<string, unknown>>(asked.sql, [...asked.params]);
        say({ id: asked.id, rows });
        return;
      }
      if (asked.kind === 'script') await pg.exec(asked.sql);
      else {
        clearInterval(tidy);
        await pg.close();
        parentPort?.close();
      }
      say({ id: asked.id, rows: [] });
    } catch (error) {
      const state = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
      // What has no SQLSTATE is the package's own: a value it cannot send, or a program that has broken off.
      const answers = () =>
        pg
          .query('SELECT 1')
          .then(() => OTHER)
          .catch(() => GIVEN_UP);
      const code = /^[0-9A-Z]{5}$/.test(state) ? state : await answers();
      say({ id: asked.id, error: { message: told(error), code } });
    }
  });
  say({ open: true, durable });
}

serve().catch((error) => say({ open: false, message: told(error) }));
