import { existsSync } from 'node:fs';
import path from 'node:path';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { type BackupParts, backupApi } from './api/backup.ts';
import { type BorderOptions, knownHost, sameOrigin, soundAddress, soundBody } from './api/border.ts';
import { filesApi } from './api/files.ts';
import type { Watch } from './api/limits.ts';
import { codeGuesses, deskApi, type LiveParts, liveApi } from './api/live.ts';
import { liveVoiceApi } from './api/live-voice.ts';
import { kitApi, movesApi, thresholdsApi } from './api/moves.ts';
import { plansApi } from './api/plans.ts';
import { errorHandler, notFound, whileRoom } from './api/problem.ts';
import { runsApi } from './api/runs.ts';
import type { Gate } from './api/session.ts';
import { speechApi } from './api/speech.ts';
import { tracksApi } from './api/tracks.ts';
import type { Database } from './db/database.ts';
import type { DiskSpace } from './db/disk.ts';
import { RunHub } from './live/hub.ts';
import { KnownRuns } from './live/known-runs.ts';
import { OpenStreams } from './live/streams.ts';
import { ROOT } from './shared/root.ts';
import type { SpeechEngine } from './speech/engine.ts';

export interface AppOptions {
  db: Database;
  /** ms since 1970; injected so that tests can set the time. */
  now: () => number;
  /** The clock that desks and screens set theirs by, ms: steady, whatever is done to the machine's. */
  steadyNow?: () => number;
  log: (error: unknown) => void;
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
  /** Streams of one kind that one address may have open to a run. */
  streamsPerPlace?: number;
}

/** The HTTP application over a database. */
export function createApp({
  db,
  now,
  steadyNow = () => performance.timeOrigin + performance.now(),
  log,
  watch = () => {},
  speech = null,
  gate = null,
  webDir = path.join(ROOT, 'dist/web'),
  hub = new RunHub(db, log),
  disk = null,
  backups = null,
  border = {},
  trustProxy = false,
  streamsPerPlace = 40,
}: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', trustProxy);
  app.use(soundAddress);
  app.use(
    helmet({
      // Loopback is plain http: nothing may send the browser to https.
      strictTransportSecurity: false,
      contentSecurityPolicy: { directives: { upgradeInsecureRequests: null, 'media-src': ["'self'", 'blob:'] } },
    }),
  );
  const borders = { publicUrl: null, onNetwork: false, ...border, watch };
  app.use(knownHost(borders));
  app.use('/api', sameOrigin(borders), (_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  app.get('/api/health', async (_req, res) => {
    await db.query('SELECT 1');
    res.json({ ok: true, nowMs: steadyNow(), memoryMiB: Math.round(process.memoryUsage().rss / 1_048_576) });
  });
  const parts: LiveParts = {
    db,
    hub,
    streams: new OpenStreams(streamsPerPlace),
    known: new KnownRuns(db),
    now: steadyNow,
    watch,
    guesses: codeGuesses(watch),
  };
  app.use('/api/live', express.json({ limit: '16kb' }), soundBody);
  app.use('/api/live', liveVoiceApi(parts, speech), liveApi(parts));
  // Nothing of a stranger's is read before it is known who it is.
  if (gate) {
    app.use('/api/session', gate.api);
    app.use('/api', gate.guard);
    app.use('/api/sessions', gate.sessionsApi);
  } else app.get('/api/session', (_req, res) => res.json({ open: true, gated: false }));
  if (backups) app.use('/api/backup', backupApi(backups, parts.known));
  if (disk) app.use('/api', whileRoom(disk));
  app.use('/api/runs', deskApi(parts), runsApi(db, hub, now));
  app.use('/api/files', filesApi(db));
  app.use('/api/plans', plansApi(db));
  app.use('/api/moves', express.json({ limit: '12mb' }), soundBody, movesApi(db));
  const small = express.json({ limit: '200kb' });
  app.use('/api/kit', small, soundBody, kitApi(db));
  app.use('/api/thresholds', small, soundBody, thresholdsApi(db));
  app.use('/api/speech', small, soundBody, speechApi(db, speech));
  app.use('/api/tracks', tracksApi(db, speech));
  app.use('/api', (_req, res) => notFound(res, 'Address'));
  if (existsSync(webDir)) serveWeb(app, webDir);
  app.use(errorHandler(log));
  return app;
}

function serveWeb(app: Express, webDir: string): void {
  app.use(
    '/assets',
    express.static(path.join(webDir, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(webDir, { index: false }));
  app.get('/{*path}', (_req, res) => res.sendFile(path.join(webDir, 'index.html')));
}
