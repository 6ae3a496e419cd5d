import { existsSync } from 'node:fs';
import path from 'node:path';
import express, { type Express, type RequestHandler } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { addressesApi } from './api/addresses.ts';
import { type BackupParts, backupApi } from './api/backup.ts';
import { type BorderOptions, knownHost, sameOrigin, soundAddress, soundBody } from './api/border.ts';
import { calendarApi, feedApi } from './api/calendar.ts';
import { filesApi } from './api/files.ts';
import { HomePages, handoutsApi, openHandouts } from './api/handouts.ts';
import { healthApi } from './api/health.ts';
import { libraryApi } from './api/library.ts';
import { Guesses, type Watch, WINDOW_MS } from './api/limits.ts';
import { deskApi, liveApi } from './api/live.ts';
import type { LiveParts } from './api/live-code.ts';
import { liveVoiceApi } from './api/live-voice.ts';
import { musicApi } from './api/music.ts';
import { openApiApi } from './api/openapi.ts';
import { papersApi } from './api/papers.ts';
import { peopleApi } from './api/people.ts';
import { plansApi } from './api/plans.ts';
import { errorHandler, notFound, whileRoom } from './api/problem.ts';
import { recordsApi } from './api/records.ts';
import { type RequestLine, requestLog } from './api/request-log.ts';
import { runsApi } from './api/runs.ts';
import { type Gate, openSessionApi } from './api/session.ts';
import { speechApi } from './api/speech.ts';
import { tracksApi } from './api/tracks.ts';
import type { Database } from './db/database.ts';
import type { DiskSpace } from './db/disk.ts';
import { sharedGuesses } from './db/wrong-guesses.ts';
import { RunHub } from './live/hub.ts';
import { KnownRuns } from './live/known-runs.ts';
import { Phones } from './live/phones.ts';
import { OpenStreams } from './live/streams.ts';
import { ROOT } from './shared/root.ts';
import { steadyTime } from './shared/steady-time.ts';
import type { SpeechEngine } from './speech/engine.ts';

export interface AppOptions {
  db: Database;
  /** ms since 1970; injected so that tests can set the time. */
  now: () => number;
  /** The clock that desks and screens set theirs by, ms: steady, whatever is done to the machine's. The system's where it is not given. */
  steadyNow?: () => number;
  log: (error: unknown) => void;
  /** Told of every request of the API; nothing is told where it is not given. */
  requests?: (line: RequestLine) => void;
  /** Told of what is tried against the server: wrong passphrases, guessed codes, strange hosts. */
  watch?: Watch;
  /** The speech engine; null where there is none: tones and text go on without it. */
  speech?: SpeechEngine | null;
  /** Who may come in; null lets everyone in who can reach the server, as on loopback. */
  gate?: Gate | null;
  /** The built web application; nothing is served when it is missing. */
  webDir?: string;
  /** Passes on live news; one of its own where none is given. */
  hub?: RunHub;
  /** The disk that saves go to; none is looked at where it is not given. */
  disk?: DiskSpace | null;
  /** Backups; their addresses are not there without. */
  backups?: BackupParts | null;
  border?: Partial<Pick<BorderOptions, 'publicUrl' | 'onNetwork'>>;
  /** Proxies before the server, as Express's `trust proxy` takes them. */
  trustProxy?: boolean | number | string;
}

/** The HTTP application over a database. */
export function createApp({
  db,
  now,
  steadyNow,
  log,
  requests,
  watch = () => {},
  speech = null,
  gate = null,
  webDir = path.join(ROOT, 'dist/web'),
  hub = new RunHub(db, log),
  disk = null,
  backups = null,
  border = {},
  trustProxy = false,
}: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', trustProxy);
  app.use(soundAddress);
  const borders = { publicUrl: null, onNetwork: false, ...border, watch };
  app.use(knownHost(borders));
  if (existsSync(webDir)) app.use('/assets', builtFiles(webDir));
  app.use(
    helmet({
      // Loopback is plain http: nothing may send the browser to https.
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        directives: {
          upgradeInsecureRequests: null,
          'media-src': ["'self'", 'blob:'],
          'font-src': ["'self'"],
          // Libraries put styles of their own into the page.
          'style-src': ["'self'", "'unsafe-inline'"],
        },
      },
    }),
  );
  if (requests) app.use('/api', requestLog(requests));
  app.use('/api', sameOrigin(borders), (_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  const steady = steadyNow ? { now: steadyNow, runsInSleep: false } : steadyTime();
  const phones = new Phones(db, border.publicUrl?.protocol === 'https:');
  const parts: LiveParts = {
    db,
    hub,
    streams: new OpenStreams(),
    known: new KnownRuns(db),
    phones,
    now: steady.now,
    watch,
    guesses: new Guesses(watch, async (req) => (await phones.knownOf(req))?.id ?? null, sharedGuesses(db, WINDOW_MS)),
  };
  const pages = new HomePages({ db, engine: speech });
  hub.onOtherPlan = (runId) => parts.known.drop(runId);
  app.use('/api', healthApi(db, steady), openApiApi());
  app.use('/api/live', express.json({ limit: '16kb' }), soundBody);
  app.use('/api', liveVoiceApi(parts, speech), liveApi(parts), feedApi(db, now, parts.guesses));
  // Nothing of a stranger's is read before it is known who it is.
  if (gate) app.use('/api', gate.api, gate.guard, gate.sessionsApi);
  else app.use('/api', openSessionApi());
  app.use('/api', addressesApi(borders));
  if (backups) app.use('/api', backupApi(backups, parts.known));
  if (disk) app.use('/api', whileRoom(disk));
  app.use('/api', deskApi(parts), runsApi(parts, now), filesApi(db), plansApi(db), libraryApi(db));
  app.use(
    '/api',
    recordsApi(db),
    calendarApi(db, now),
    peopleApi(db, () => parts.known.forget()),
  );
  app.use(
    '/api',
    speechApi(db, speech),
    tracksApi(db, speech),
    papersApi(db, now),
    handoutsApi({ db, pages, now }),
    musicApi(db),
  );
  app.use('/api', () => {
    throw notFound('Address');
  });
  app.use(openHandouts({ db, pages, guesses: parts.guesses }));
  if (existsSync(webDir)) serveWeb(app, webDir);
  app.use(errorHandler(log));
  return app;
}

/** Addresses of those who follow a class: a page of their own. */
const FOLLOWERS = [
  '/join',
  '/wall/{*rest}',
  '/camera/{*rest}',
  '/station/{*rest}',
  '/squad/{*rest}',
  '/remote/{*rest}',
];
const FOR_EVER = 'public, max-age=31536000, immutable';

/** What the pages consist of, named by its content: kept by browsers for good, and sent with no header it does not need. */
function builtFiles(webDir: string): RequestHandler[] {
  const files = expressStaticGzip(path.join(webDir, 'assets'), {
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    index: false,
    serveStatic: {
      setHeaders: (res) => {
        res.setHeader('Cache-Control', FOR_EVER);
        res.setHeader('X-Content-Type-Options', 'nosniff');
      },
    },
  });
  const missing: RequestHandler = () => {
    throw notFound('File');
  };
  return [files, missing];
}

/** The pages themselves, and what lies beside them. */
function serveWeb(app: Express, webDir: string): void {
  app.use(expressStaticGzip(webDir, { enableBrotli: true, orderPreference: ['br', 'gz'], index: false }));
  app.get(FOLLOWERS, (_req, res) => res.sendFile(path.join(webDir, 'follow.html')));
  app.get('/{*path}', (_req, res) => res.sendFile(path.join(webDir, 'index.html')));
}
