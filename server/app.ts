import { existsSync } from 'node:fs';
import path from 'node:path';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { filesApi } from './api/files.ts';
import { deskApi, liveApi } from './api/live.ts';
import { liveVoiceApi } from './api/live-voice.ts';
import { kitApi, movesApi, thresholdsApi } from './api/moves.ts';
import { plansApi } from './api/plans.ts';
import { errorHandler, notFound } from './api/problem.ts';
import { runsApi } from './api/runs.ts';
import { type Gate, sameOrigin } from './api/session.ts';
import { speechApi } from './api/speech.ts';
import { tracksApi } from './api/tracks.ts';
import type { Database } from './db/database.ts';
import { RunHub } from './live/hub.ts';
import { ROOT } from './root.ts';
import type { SpeechEngine } from './speech/engine.ts';

export interface AppOptions {
  db: Database;
  /** ms since 1970; injected so that tests can set the time. */
  now: () => number;
  /** The clock that desks and screens set theirs by, ms: steady, whatever is done to the machine's. */
  steadyNow?: () => number;
  log: (error: unknown) => void;
  /** The speech engine; null where there is none: tones and text go on without it. */
  speech?: SpeechEngine | null;
  /** Who may come in; null lets everyone in who can reach the server, as on loopback. */
  gate?: Gate | null;
  /** The built web application; nothing is served when it is missing. */
  webDir?: string;
}

/** The HTTP application over a database. */
export function createApp({
  db,
  now,
  steadyNow = () => performance.timeOrigin + performance.now(),
  log,
  speech = null,
  gate = null,
  webDir = path.join(ROOT, 'dist/web'),
}: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      // Loopback is plain http: nothing may send the browser to https.
      strictTransportSecurity: false,
      contentSecurityPolicy: { directives: { upgradeInsecureRequests: null, 'media-src': ["'self'", 'blob:'] } },
    }),
  );
  app.use('/api', sameOrigin);
  // A whole library may come in at once.
  app.use('/api/moves', express.json({ limit: '12mb' }));
  app.use('/api', express.json({ limit: '2mb' }));
  app.get('/api/health', async (_req, res) => {
    await db.query('SELECT 1');
    res.json({ ok: true, nowMs: steadyNow(), memoryMiB: Math.round(process.memoryUsage().rss / 1_048_576) });
  });
  const hub = new RunHub();
  app.use('/api/live', liveVoiceApi(db, speech));
  app.use('/api/live', liveApi(db, hub, steadyNow));
  if (gate) {
    app.use('/api/session', gate.api);
    app.use('/api', gate.guard);
  } else app.get('/api/session', (_req, res) => res.json({ open: true }));
  app.use('/api/moves', movesApi(db));
  app.use('/api/kit', kitApi(db));
  app.use('/api/thresholds', thresholdsApi(db));
  app.use('/api/plans', plansApi(db));
  app.use('/api/files', filesApi(db));
  app.use('/api/speech', speechApi(db, speech));
  app.use('/api/tracks', tracksApi(db, speech));
  app.use('/api/runs', deskApi(db, hub, steadyNow));
  app.use('/api/runs', runsApi(db, hub, now));
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
