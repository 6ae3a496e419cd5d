import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { Router } from 'express';
import { nanoid } from 'nanoid';
import * as v from 'valibot';
import { readPlanFile, writePlanFile } from '../../core/formats/index.ts';
import { duplicatePlan, type Plan } from '../../core/plan/index.ts';
import type { Database } from '../db/database.ts';
import { findPlan, listPlans, savePlan } from '../db/plans.ts';
import { ROOT } from '../root.ts';
import { fileName } from './file-name.ts';
import { bodyOf, notFound, sendProblem } from './problem.ts';

const ImportSchema = v.strictObject({
  text: v.pipe(v.string(), v.maxLength(1_500_000)),
  /** Import the classes that are sound even when others are not. */
  goodPart: v.boolean(),
});

/** Plan files in and out, and their schema. */
export function filesApi(db: Database): Router {
  const api = Router();

  api.get('/export', async (req, res) => {
    const ids = typeof req.query.ids === 'string' ? req.query.ids.split(',') : null;
    const all = (await listPlans(db)).map((s) => s.plan);
    const plans = ids === null ? all : all.filter((p) => ids.includes(p.id));
    if (ids !== null && plans.length < ids.length) {
      notFound(res, 'Class');
      return;
    }
    res.attachment(plans.length === 1 ? `${fileName(plans[0]?.title ?? '')}.json` : 'odd-round-classes.json');
    res.type('application/json').send(writePlanFile(plans));
  });

  api.post('/import', async (req, res) => {
    const body = bodyOf(ImportSchema, req.body, res);
    if (!body) return;
    const { plans, problems } = readPlanFile(body.text);
    if (problems.length > 0 && (!body.goodPart || plans.length === 0)) {
      sendProblem(res, { status: 422, title: 'The file was not imported', problems, sound: plans.map((p) => p.title) });
      return;
    }
    const imported: { id: string; title: string }[] = [];
    for (const plan of plans) imported.push(await importOne(db, plan));
    res.status(201).json({ imported, problems });
  });

  api.get('/plan.schema.json', async (_req, res) => {
    res.type('application/schema+json').send(await readFile(path.join(ROOT, 'docs/plan.schema.json'), 'utf8'));
  });

  return api;
}

/** A class whose id is taken already comes in as a copy under a new one: an import never changes what is there. */
async function importOne(db: Database, plan: Plan): Promise<{ id: string; title: string }> {
  const taken = (await findPlan(db, plan.id)) !== null;
  const own = taken ? duplicatePlan(plan, () => nanoid(12), plan.title) : plan;
  await savePlan(db, own, 0);
  return { id: own.id, title: own.title };
}
