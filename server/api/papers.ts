import { type Response, Router } from 'express';
import type { Plan } from '../../core/class/index.ts';
import { type Library, libraryOf, resolvePlan } from '../../core/moves/index.ts';
import {
  boardSheet,
  kitList,
  type Paper,
  recordSheet,
  runSheet,
  seriesSheet,
  stationCards,
  trackingSheet,
  weekSheet,
  whomSheet,
} from '../../core/out/index.ts';
import { addDays, entriesIn, isDay, mondayOf, recordOf } from '../../core/record/index.ts';
import { foldRun } from '../../core/time/index.ts';
import { exporting, PAPERS, type PaperKind } from '../../core/wire/index.ts';
import { calendarBetween, datedClasses, findSeries } from '../db/calendar.ts';
import type { Database } from '../db/database.ts';
import { listKit } from '../db/kit.ts';
import { listMoves } from '../db/moves.ts';
import { listPeople } from '../db/people.ts';
import { findPlan } from '../db/plans.ts';
import { findRun } from '../db/runs.ts';
import { cardCodesOf } from '../db/station-codes.ts';
import { clubZone } from '../db/zone.ts';
import type { PaperRequest } from '../paper/draw-request.ts';
import { doJob } from '../pool/index.ts';
import { fileName } from './file-name.ts';
import { notFound, ProblemError } from './problem.ts';
import { route } from './route.ts';

type Sheet = Exclude<PaperKind, 'cards'>;

/** The routes of PDFs. */
export function papersApi(db: Database, now: () => number): Router {
  const api = Router();

  const send = async (res: Response, name: string, request: PaperRequest) => {
    const gone = new AbortController();
    res.once('close', () => gone.abort());
    try {
      const pdf = await doJob('paper', [request], gone.signal);
      res
        .attachment(`${fileName(name)}.pdf`)
        .type('application/pdf')
        .send(Buffer.from(pdf));
    } catch (error) {
      // Whoever asked went away; there is nobody left to tell.
      if (!gone.signal.aborted) throw error;
    }
  };

  route(api, exporting.getPlanPaper, async ({ path, query, res }) => {
    const kind = PAPERS.find((p) => p === path.kind);
    const stored = kind && (await findPlan(db, path.planId));
    if (!stored) throw notFound(kind ? 'Class' : 'Paper');
    const library = libraryOf(await listMoves(db));
    const plan = resolvePlan(stored.plan, library);
    const { size, origin } = query;
    const name = `${plan.title} ${kind}`;
    if (kind === 'cards') {
      const cards = stationCards(plan, library);
      const codes = origin ? await cardCodesOf(db, stored.plan.id, new Date(now())) : new Map<string, string>();
      const addresses = cards.map(({ stationId }) => {
        const code = codes.get(stationId);
        return origin && code ? `${origin}/station/${code}` : null;
      });
      const perPage = query.perPage === '4' ? 4 : 1;
      return send(res, name, { kind: 'cards', title: plan.title, cards, addresses, perPage, size });
    }
    const who = query.who?.split(',').filter(Boolean) ?? ['All', ...(plan.squads ?? [])];
    const paper = await sheetOf(db, kind, plan, library, who);
    return send(res, name, { kind: 'sheet', paper, size });
  });

  route(api, exporting.getWeekPaper, async ({ path, query, res }) => {
    if (!isDay(path.day)) throw new ProblemError(400, 'A day is written YYYY-MM-DD');
    const monday = mondayOf(path.day);
    const sunday = addDays(monday, 6);
    const entries = entriesIn(await calendarBetween(db, monday, sunday), monday, sunday);
    return send(res, `week ${monday}`, { kind: 'sheet', paper: weekSheet(monday, entries), size: query.size });
  });

  route(api, exporting.getSeriesPaper, async ({ path, query, res }) => {
    const series = await findSeries(db, path.id);
    if (!series) throw notFound('Series');
    const classes: Parameters<typeof seriesSheet>[1][number][] = [];
    for (const { day, time, planId, series: place, cancelled } of await datedClasses(db, { series: path.id })) {
      const stored = planId === null ? null : await findPlan(db, planId);
      if (stored) classes.push({ day, time, nth: place?.nth ?? 0, plan: stored.plan, cancelled: cancelled === true });
    }
    return send(res, series.title, { kind: 'sheet', paper: seriesSheet(series, classes), size: query.size });
  });

  route(api, exporting.getRunPaper, async ({ path, query, res }) => {
    const run = await findRun(db, path.runId);
    if (!run) throw notFound('Run');
    const state = foldRun(run.plan, run.events);
    const names = new Map((await listPeople(db)).map((p) => [p.id, p.name]));
    const zone = await clubZone(db);
    const when =
      state.startedAtMs === null
        ? 'not begun'
        : new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'short', timeZone: zone }).format(
            state.startedAtMs,
          );
    const paper = recordSheet(run.plan, recordOf(run.plan, run.events), {
      when,
      nameOf: (id) => names.get(id) ?? 'somebody erased',
    });
    return send(res, `${run.plan.title} record`, { kind: 'sheet', paper, size: query.size });
  });

  return api;
}

async function sheetOf(
  db: Database,
  kind: Sheet,
  plan: Plan,
  library: Library,
  who: readonly string[],
): Promise<Paper> {
  switch (kind) {
    case 'run':
      return runSheet(plan);
    case 'board':
      return boardSheet(plan);
    case 'tracking':
      return trackingSheet(plan, who);
    case 'kit':
      return kitList(plan, library, await listKit(db));
    case 'whom':
      return whomSheet(plan, library, await listKit(db));
  }
}
