import { createHash } from 'node:crypto';
import { json, type Request, type RequestHandler, type Response, Router } from 'express';
import type { Plan } from '../../core/class/index.ts';
import { libraryOf } from '../../core/moves/index.ts';
import { localAt } from '../../core/record/index.ts';
import { foldRun } from '../../core/time/index.ts';
import { exporting, type Handout } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { endHandout, findHandout, listHandouts, makeHandout } from '../db/handouts.ts';
import { listKit } from '../db/kit.ts';
import { listMoves } from '../db/moves.ts';
import { findPlan } from '../db/plans.ts';
import { findRun } from '../db/runs.ts';
import { endCardCodes, listCardCodes, makeCardCodes } from '../db/station-codes.ts';
import { clubZone } from '../db/zone.ts';
import { type HomePage, makeHomePage } from '../home/make-page.ts';
import { SerialQueue } from '../shared/serial-queue.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { fileName } from './file-name.ts';
import type { Guesses } from './limits.ts';
import { notFound, ProblemError } from './problem.ts';
import { route } from './route.ts';

const MAX_WAITING = 4;
const RETRY_AFTER_S = 10;
const WEEK_MS = 7 * 86_400_000;

interface Parts {
  db: Database;
  pages: HomePages;
  now: () => number;
  guesses: Guesses;
}

/** Pages that were made lately are kept: a whole class may open the same one at once. */
const KEPT = 8;

/** Makes home pages, one at a time; whoever asks for one that is made or under way shares it. */
export class HomePages {
  private readonly turns = new SerialQueue(MAX_WAITING);
  private readonly made = new Map<string, Promise<HomePage>>();

  constructor(private readonly parts: { db: Database; engine: SpeechEngine | null }) {}

  async of(
    { kind, targetId }: Pick<Handout, 'kind' | 'targetId'>,
    voice: boolean,
  ): Promise<{ plan: Plan; page: HomePage }> {
    const { db, engine } = this.parts;
    const found = kind === 'plan' ? await ofPlan(db, targetId) : await ofRun(db, targetId);
    if (!found) throw notFound(kind === 'plan' ? 'Class' : 'Run');
    const [moves, kitRoom] = [await listMoves(db), await listKit(db)];
    const what = [found, voice, moves, kitRoom];
    const key = createHash('sha256').update(JSON.stringify(what)).digest('hex');
    const kept = this.made.get(key);
    if (kept) return { plan: found.plan, page: await kept };
    if (this.turns.isFull)
      throw new ProblemError(503, 'Other pages are being made; try again in a moment', {}, RETRY_AFTER_S);
    const home = { db, engine, library: libraryOf(moves), kitRoom };
    const page = this.turns.take(() => makeHomePage(home, found.plan, { led: found.led, voice }));
    this.made.set(key, page);
    page.catch(() => this.made.delete(key));
    const [oldest] = this.made.keys();
    if (this.made.size > KEPT && oldest !== undefined) this.made.delete(oldest);
    return { plan: found.plan, page: await page };
  }
}

const ofPlan = async (db: Database, id: string) => {
  const stored = await findPlan(db, id);
  return stored && { plan: stored.plan, led: null };
};

/** A run as it was led: its last plan. */
async function ofRun(db: Database, id: string): Promise<{ plan: Plan; led: string | null } | null> {
  const run = await findRun(db, id);
  if (!run) return null;
  const { plan, startedAtMs } = foldRun(run.plan, run.events);
  return { plan, led: startedAtMs === null ? null : localAt(startedAtMs, await clubZone(db)).day };
}

/** Classes and runs as pages of their own: as a file, and given out by a code. */
export function handoutsApi({ db, pages, now }: Omit<Parts, 'guesses'>): Router {
  const api = Router();
  api.use('/handouts', json({ limit: '16kb' }));

  route(api, exporting.listHandouts, () => listHandouts(db));
  route(api, exporting.makeHandout, async ({ body }) => {
    const made = await makeHandout(db, body.kind, body.targetId);
    if (!made) throw notFound(body.kind === 'plan' ? 'Class' : 'Run');
    return made;
  });
  route(api, exporting.endHandout, async ({ path }) => {
    if (!(await endHandout(db, path.code))) throw notFound('Code');
  });

  api.use('/card-codes', json({ limit: '4kb' }));
  route(api, exporting.listCardCodes, () => listCardCodes(db, new Date(now())));
  route(api, exporting.makeCardCodes, async ({ body: { planId, weeks } }) => {
    const stored = await findPlan(db, planId);
    if (!stored) throw notFound('Class');
    const stations = stored.plan.blocks.flatMap((b) => b.stations.map((s) => s.id));
    const endsAt = new Date(now() + weeks * WEEK_MS);
    await makeCardCodes(db, planId, stations, { now: new Date(now()), endsAt });
    return { planId, title: stored.plan.title, cards: stations.length, endsAt: endsAt.toISOString() };
  });
  route(api, exporting.endCardCodes, async ({ path }) => {
    if ((await endCardCodes(db, path.planId)) === 0) throw notFound('Code');
  });

  route(api, exporting.getHomePage, async ({ path, query, res }) => {
    if (path.kind !== 'plan' && path.kind !== 'run') throw notFound('Page');
    const { plan, page } = await pages.of({ kind: path.kind, targetId: path.id }, query.voice === '1');
    res
      .attachment(`${fileName(plan.title)}.html`)
      .type('text/html')
      .send(page.html);
  });
  return api;
}

/** The pages that codes given out open, for whoever has one; with a station in the address, at that station. */
export function openHandouts({ db, pages, guesses }: Omit<Parts, 'now'>): Router {
  const open = Router();
  const found = async (req: Request): Promise<Handout> => {
    const code = String(req.params.code);
    const handout = await guesses.look(req, 'page', code, async () =>
      /^[A-Za-z0-9]{4,16}$/.test(code) ? findHandout(db, code) : null,
    );
    if (!handout) throw new ProblemError(404, 'This code opens nothing: it was taken back, or it is mistyped');
    return handout;
  };

  // Somebody at home reads what went wrong, no program.
  const told =
    (work: (req: Request, res: Response) => Promise<void>): RequestHandler =>
    async (req, res) => {
      await work(req, res).catch((error: unknown) => {
        if (!(error instanceof ProblemError)) throw error;
        res.status(error.status).type('text/plain').send(`${error.message}.`);
      });
    };

  open.get(
    '/h/:code',
    told(async (req, res) => {
      const handout = await found(req);
      const { page } = await pages.of(handout, true);
      res.set({
        'Content-Security-Policy': `default-src 'none'; script-src 'sha256-${page.scriptHash}'; style-src 'unsafe-inline'; font-src data:; img-src data:; base-uri 'none'; form-action 'none'; frame-ancestors 'none'`,
        'Cache-Control': 'no-store',
      });
      res.type('text/html').send(page.html);
    }),
  );

  open.get(
    '/h/:code/:station',
    told(async (req, res) => {
      const { code } = await found(req);
      res.redirect(`/h/${code}#${encodeURIComponent(String(req.params.station))}`);
    }),
  );
  return open;
}
