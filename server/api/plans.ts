import { Router } from 'express';
import * as v from 'valibot';
import { PlanSchema } from '../../core/plan/index.ts';
import type { Database } from '../db/database.ts';
import { findPlan, findVersion, listPlans, listVersions, savePlan, setDeleted } from '../db/plans.ts';
import { bodyOf, notFound, sendProblem } from './problem.ts';

const SaveSchema = v.strictObject({
  plan: PlanSchema,
  /** The version the text was made from; 0 for a new plan. */
  baseVersion: v.pipe(v.number(), v.integer(), v.minValue(0)),
});

export function plansApi(db: Database): Router {
  const api = Router();

  api.get('/', async (_req, res) => {
    res.json(await listPlans(db));
  });

  api.get('/:id', async (req, res) => {
    const stored = await findPlan(db, req.params.id);
    if (stored) res.json(stored);
    else notFound(res, 'Class');
  });

  api.put('/:id', async (req, res) => {
    const body = bodyOf(SaveSchema, req.body, res);
    if (!body) return;
    if (body.plan.id !== req.params.id) {
      sendProblem(res, { status: 400, title: 'The plan has another id than the address' });
      return;
    }
    const result = await savePlan(db, body.plan, body.baseVersion);
    if (result.ok) res.json(result.stored);
    else sendProblem(res, { status: 409, title: 'A newer version has been saved', current: result.current });
  });

  api.delete('/:id', async (req, res) => {
    if (await setDeleted(db, req.params.id, true)) res.status(204).end();
    else notFound(res, 'Class');
  });

  api.post('/:id/undelete', async (req, res) => {
    if (await setDeleted(db, req.params.id, false)) res.status(204).end();
    else notFound(res, 'Class');
  });

  api.get('/:id/versions', async (req, res) => {
    res.json(await listVersions(db, req.params.id));
  });

  api.get('/:id/versions/:version', async (req, res) => {
    const version = Number(req.params.version);
    const plan = Number.isInteger(version) ? await findVersion(db, req.params.id, version) : null;
    if (plan) res.json(plan);
    else notFound(res, 'Version');
  });

  return api;
}
