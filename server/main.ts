import path from 'node:path';
import pino from 'pino';
import { isLoopback, makeGate } from './api/session.ts';
import { createApp } from './app.ts';
import { openEmbedded } from './db/embedded.ts';
import { dropLock, takeLock } from './db/lock.ts';
import { migrate } from './db/migrate.ts';
import { shipMoves } from './db/moves.ts';
import { seedOnce } from './demo/seed.ts';
import { readShippedMoves } from './library/read.ts';
import { ROOT } from './root.ts';
import { bundledSpeech } from './speech/engine.ts';

const port = Number(process.env.PORT ?? 4310);
const host = process.env.HOST ?? '127.0.0.1';
const dataDir = path.resolve(ROOT, process.env.DATA_DIR ?? 'data');
const log = pino({ level: process.env.LOG_LEVEL ?? 'info', base: undefined });

const passphrase = process.env.PASSPHRASE ?? '';
if (!isLoopback(host) && passphrase.length < 8) {
  log.error('To listen on the network Odd Round needs a PASSPHRASE of 8 characters or more');
  process.exit(1);
}

const holder = takeLock(dataDir);
if (holder !== null) {
  log.error(`Odd Round is running already on ${dataDir} (process ${holder}); stop it first, or set DATA_DIR`);
  process.exit(1);
}

const db = await openEmbedded(path.join(dataDir, 'db'));
const applied = await migrate(db);
if (applied.length > 0) log.info({ applied }, 'database brought up to date');
await shipMoves(db, readShippedMoves());
if (await seedOnce(db, Date.now())) log.info('demo data of the Saltmarsh Boathouse loaded');

const speech = bundledSpeech();
const gate = passphrase === '' ? null : await makeGate(db, passphrase, Date.now);
const app = createApp({
  db,
  now: Date.now,
  speech,
  gate,
  log: (error) => log.error(error),
  ...(process.env.WEB_DIR ? { webDir: path.resolve(process.env.WEB_DIR) } : {}),
});
const server = app.listen(port, host, (error) => {
  if (error) {
    log.error(`Cannot listen on ${host}:${port}: ${error.message}`);
    dropLock(dataDir);
    process.exit(1);
  }
  log.info(`Odd Round is at http://${host === '127.0.0.1' ? 'localhost' : host}:${port}`);
});

const GRACE_MS = 2000;

/** Lets what is under way finish, for two seconds at most, then closes the database. */
async function stop(): Promise<void> {
  const closed = new Promise((done) => server.close(done));
  server.closeIdleConnections();
  await Promise.race([closed, new Promise((done) => setTimeout(done, GRACE_MS))]);
  server.closeAllConnections();
  await speech.close();
  await db.close();
  dropLock(dataDir);
  log.info('stopped');
  process.exit(0);
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
