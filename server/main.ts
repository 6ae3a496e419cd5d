import path from 'node:path';
import pino from 'pino';
import { createApp } from './app.ts';
import { openEmbedded } from './db/embedded.ts';
import { migrate } from './db/migrate.ts';
import { seedOnce } from './demo/seed.ts';
import { ROOT } from './root.ts';

const port = Number(process.env.PORT ?? 4310);
const host = process.env.HOST ?? '127.0.0.1';
const dataDir = path.resolve(ROOT, process.env.DATA_DIR ?? 'data');
const log = pino({ level: process.env.LOG_LEVEL ?? 'info', base: undefined });

const db = await openEmbedded(path.join(dataDir, 'db'));
const applied = await migrate(db);
if (applied.length > 0) log.info({ applied }, 'database brought up to date');
if (await seedOnce(db, Date.now())) log.info('demo data of the Saltmarsh Boathouse loaded');

const app = createApp({ db, now: Date.now, log: (error) => log.error(error) });
const server = app.listen(port, host, (error) => {
  if (error) {
    log.error(`Cannot listen on ${host}:${port}: ${error.message}`);
    process.exit(1);
  }
  log.info(`Odd Round is at http://${host === '127.0.0.1' ? 'localhost' : host}:${port}`);
});

async function stop(): Promise<void> {
  server.close();
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), 2000).unref();
  await db.close();
  log.info('stopped');
  process.exit(0);
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
