import { Router } from 'express';
import * as v from 'valibot';
import { PlanSchema } from '../../core/plan/index.ts';
import { RunEventSchema } from '../../core/run/index.ts';
import type { Database } from '../db/database.ts';
import { appendEvents, asOf, createRun, findRun, listRuns } from '../db/runs.ts';
import type { RunHub } from '../live/hub.ts';
import { bodyOf, notFound } from './problem.ts';

const CreateSchema = v.strictObject({
  id: v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{8,64}$/)),
  plan: PlanSchema,
});
const AppendSchema = v.strictObject({
  events: v.pipe(v.array(RunEventSchema), v.minLength(1), v.maxLength(500)),
});

const LIST_LIMIT = 200;

export function runsApi(db: Database, hub: RunHub, now: () => number): Router {
  const api = Router();

  api.get('/', async (_req, res) => {
    res.json((await listRuns(db, LIST_LIMIT)).map((run) => asOf(run, now())));
  });

  api.post('/', async (req, res) => {
    const body = bodyOf(CreateSchema, req.body, res);
    if (!body) return;
    await createRun(db, body.id, body.plan);
    res.status(201).json({ id: body.id });
  });

  api.get('/:id', async (req, res) => {
    const run = await findRun(db, req.params.id);
    if (run) res.json(asOf(run, now()));
    else notFound(res, 'Run');
  });

  api.post('/:id/events', async (req, res) => {
    const body = bodyOf(AppendSchema, req.body, res);
    if (!body) return;
    const done = await appendEvents(db, req.params.id, body.events);
    if (!done) {
      notFound(res, 'Run');
      return;
    }
    res.json({ stored: done.stored });
    if (done.came.length > 0) hub.publish(req.params.id, { kind: 'events', events: done.came });
  });

  return api;
}
