import { json, Router } from 'express';
import * as v from 'valibot';
import { parseWith, readStoredPlan } from '../../core/plan/index.ts';
import { type RunEvent, RunEventSchema } from '../../core/run/index.ts';
import { structureProblems } from '../../core/timeline/index.ts';
import type { Database } from '../db/database.ts';
import { appendEvents, asOf, createRun, findRun, listRuns } from '../db/runs.ts';
import type { RunHub } from '../live/hub.ts';
import { bodyOf, notFound, problemsIn, sendProblem } from './problem.ts';
import { pageOf, textOf } from './query.ts';

const CreateSchema = v.strictObject({
  id: v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{8,64}$/)),
  /** Of this version or an older one: a run kept in a browser may be older than its server. */
  plan: v.unknown(),
});
const AppendSchema = v.strictObject({ events: v.pipe(v.array(v.unknown()), v.minLength(1), v.maxLength(500)) });

const USUAL = 40;

/** Runs: a page of the log, one, its beginning and its events. */
export function runsApi(db: Database, hub: RunHub, now: () => number): Router {
  const api = Router();
  api.use(json({ limit: '2mb' }));

  /** `?q=` words of the title, `?since=` a time, `?after=` the `next` of the page before, `?limit=`. */
  api.get('/', async (req, res) => {
    const since = new Date(textOf(req, 'since'));
    const page = await listRuns(db, { ...pageOf(req, USUAL), since: Number.isNaN(since.getTime()) ? null : since });
    res.json({ ...page, items: page.items.map((run) => asOf(run, now())) });
  });

  api.post('/', async (req, res) => {
    const body = bodyOf(CreateSchema, req.body, res);
    if (!body) return;
    const read = readStoredPlan(body.plan, { ran: true });
    if (!read.ok) {
      sendProblem(res, { status: 400, title: 'The request does not fit', problems: problemsIn('plan', read.problems) });
      return;
    }
    const problems = structureProblems(read.value.plan);
    if (problems.length > 0) {
      sendProblem(res, { status: 422, title: 'The class cannot be led as it is', problems });
      return;
    }
    await createRun(db, body.id, read.value.plan);
    res.status(201).json({ id: body.id });
  });

  api.get('/:id', async (req, res) => {
    const run = await findRun(db, req.params.id);
    if (run) res.json(asOf(run, now()));
    else notFound(res, 'Run');
  });

  /** Stores the events that are sound, each id once, and names those that are not: they must not come again. */
  api.post('/:id/events', async (req, res) => {
    const body = bodyOf(AppendSchema, req.body, res);
    if (!body) return;
    const { events, refused } = sorted(body.events);
    const done = await appendEvents(db, req.params.id, events);
    if (!done) {
      notFound(res, 'Run');
      return;
    }
    res.json({ stored: done.stored, refused: [...refused, ...done.refused] });
    if (done.came.length > 0) hub.publish(req.params.id, { kind: 'events', events: done.came });
  });

  return api;
}

/** The events of a batch, and those that are none, each with its id where it has one and its place where not. */
function sorted(sent: readonly unknown[]): { events: RunEvent[]; refused: { id: string; problem: string }[] } {
  const events: RunEvent[] = [];
  const refused: { id: string; problem: string }[] = [];
  for (const [k, candidate] of sent.entries()) {
    const event = parseWith(RunEventSchema, candidate);
    if (event.ok) events.push(event.value);
    else {
      const id = typeof candidate === 'object' && candidate !== null && 'id' in candidate ? candidate.id : null;
      const problem = event.problems.map((p) => `${p.path}: ${p.message}`).join('; ');
      refused.push({ id: typeof id === 'string' ? id : `[${k}]`, problem });
    }
  }
  return { events, refused };
}
