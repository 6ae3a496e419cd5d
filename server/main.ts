import path from 'node:path';
import pino from 'pino';
import { isLoopback } from './api/border.ts';
import { makeGate } from './api/session.ts';
import { createApp } from './app.ts';
import { Keeper } from './backup/index.ts';
import { DiskSpace } from './db/disk.ts';
import { rebuildBehind } from './db/record-rows.ts';
import { seedOnce } from './demo/seed.ts';
import { RunHub } from './live/hub.ts';
import { endPool } from './pool/index.ts';
import { bundledSpeech } from './speech/engine.ts';
import { type OpenedDatabase, openDatabase } from './start/open-database.ts';
import { endIdleNowAndThen, keepNightly } from './start/schedule.ts';
import { CannotStart, readSettings, type Settings } from './start/settings.ts';
import { bringUpToDate, oneAfterTheOther } from './start/up-to-date.ts';
import { watchTo } from './start/watch.ts';

const GRACE_MS = 2000;
/** A database that hangs does not keep the server from ending. */
const CLOSE_MS = 10_000;

/** What ends whatever has been started, the last first. */
const ends: (() => unknown)[] = [];
let log = pino({ base: undefined });

try {
  await start(readSettings(process.env));
} catch (error) {
  if (error instanceof CannotStart) log.error(`Odd Round cannot start. ${error.message}`);
  else log.error(error);
  await endAll();
  process.exit(1);
}

async function start(settings: Settings): Promise<void> {
  log = pino({ level: settings.logLevel, base: undefined });
  const watch = watchTo((line) => log.warn(line));
  const opened = await openDatabase(settings, (what) => log.warn(what));
  ends.push(opened.drop, () => within(CLOSE_MS, opened.db.close()));
  const { db } = opened;
  const disk = db.kind === 'embedded' ? new DiskSpace(settings.dataDir) : null;
  const keeper = new Keeper(db, path.join(settings.dataDir, 'backups'), disk, Date.now);
  const { passphrase, publicUrl, host, trustProxy } = settings;
  const secure = publicUrl?.protocol === 'https:';
  const gate = await oneAfterTheOther(db, async () => {
    await prepare(opened, keeper);
    return passphrase === null ? null : makeGate({ db, passphrase, now: Date.now, watch, secure });
  });

  const hub = new RunHub(db, (error) => log.error(error));
  await hub.join();
  const speech = bundledSpeech();
  ends.push(
    () => hub.leave(),
    () => speech.close(),
    endPool,
  );
  const app = createApp({
    db,
    now: Date.now,
    speech,
    gate,
    hub,
    disk,
    watch,
    trustProxy,
    border: { publicUrl, onNetwork: !isLoopback(host) },
    backups: {
      db,
      keeper,
      disk,
      now: Date.now,
      watch,
      durable: opened.durable,
      hub,
      bringUpToDate: () => bringUpToDate(db, keeper),
    },
    log: (error) => log.error(error),
    ...(log.isLevelEnabled('debug') ? { requests: (line) => log.debug(line, 'request') } : {}),
    ...(settings.webDir === null ? {} : { webDir: settings.webDir }),
  });
  await listen(app, settings);
  ends.push(keepNightly(keeper, log), endIdleNowAndThen(db, hub, log));
  // Runs of before have no records yet: they are made while nobody waits for them.
  let goesOn = true;
  const made = rebuildBehind(db, () => goesOn).catch((error: unknown) => log.error(error));
  ends.push(() => {
    goesOn = false;
    return made;
  });
}

async function prepare({ db, durable }: OpenedDatabase, keeper: Keeper): Promise<void> {
  if (!durable)
    log.error(
      'SAVES DO NOT REACH THE DISK: no fsync was seen. A power cut may lose what was saved; report this version.',
    );
  const applied = await bringUpToDate(db, keeper);
  if (applied.length > 0) log.info({ applied }, 'database brought up to date');
  if (await seedOnce(db, Date.now())) log.info('demo data of the Saltmarsh Boathouse loaded');
}

async function listen(app: ReturnType<typeof createApp>, { port, host }: Settings): Promise<void> {
  const server = app.listen(port, host);
  await new Promise<void>((done, fail) => {
    server.once('listening', done);
    server.once('error', (error: NodeJS.ErrnoException) => fail(new CannotStart(whyDeaf(error, host, port))));
  });
  ends.push(async () => {
    const closed = new Promise((done) => server.close(done));
    server.closeIdleConnections();
    await within(GRACE_MS, closed);
    server.closeAllConnections();
  });
  const at = server.address();
  const chosen = typeof at === 'object' && at !== null ? at.port : port;
  log.info(`Odd Round is at http://${host === '127.0.0.1' ? 'localhost' : host}:${chosen}`);
}

function whyDeaf({ code, message }: NodeJS.ErrnoException, host: string, port: number): string {
  if (code === 'EADDRINUSE') return `Port ${port} is taken by another program; stop that one, or set PORT to another.`;
  if (code === 'EACCES') return `Port ${port} is not for this user; set PORT to 1024 or more.`;
  if (code === 'EADDRNOTAVAIL' || code === 'ENOTFOUND') return `HOST=${host} is no address of this machine.`;
  return `It cannot listen on ${host}:${port}: ${message}.`;
}

function within(ms: number, work: Promise<unknown>): Promise<unknown> {
  return Promise.race([work, new Promise((done) => setTimeout(done, ms).unref())]);
}

async function endAll(): Promise<void> {
  for (const end of ends.splice(0).reverse()) await Promise.resolve(end()).catch((error) => log.error(error));
}

/** Lets what is under way finish, for two seconds at most, then closes the database. */
async function stop(): Promise<void> {
  await endAll();
  log.info('stopped');
  process.exit(0);
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
