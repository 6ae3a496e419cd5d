import { json, Router } from 'express';
import { readStoredPlan } from '../../core/class/index.ts';
import { structureProblems } from '../../core/time/index.ts';
import { plans } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { countPlans, findDocument, findPlan, listPlans, outlinesOf, savePlan, setDeleted } from '../db/plans.ts';
import { findVersion, listVersions, nameVersion } from '../db/versions.ts';
import { fileName } from './file-name.ts';
import { notFound, ProblemError, problemsIn } from './problem.ts';
import { numberOf, pageOf } from './query.ts';
import { route } from './route.ts';

/** Classes: a page of them, one, its save, its history. */
export function plansApi(db: Database): Router {
  const api = Router();
  api.use('/plans', json({ limit: '2mb' }));

  route(api, plans.listPlans, async ({ query }) => {
    const page = await listPlans(db, {
      ...pageOf(query),
      withRoom: query.room === '1',
      noSeries: query.series === '0',
      bin: query.bin === '1',
    });
    return { ...page, total: await countPlans(db) };
  });

  route(api, plans.planOutlines, ({ query }) => outlinesOf(db, query.ids.split(',').filter(Boolean)));

  route(api, plans.getPlan, async ({ path }) => {
    const stored = await findPlan(db, path.id);
    if (!stored) throw notFound('Class');
    return stored;
  });

  route(api, plans.getDocument, async ({ path, res }) => {
    const stored = await findDocument(db, path.id);
    if (!stored) throw notFound('Class');
    res.attachment(`${fileName(stored.title)}.json`).type('application/json');
    res.send(JSON.stringify(stored.document, null, 2));
  });

  route(api, plans.savePlan, async ({ path, body }) => {
    const read = readStoredPlan(body.plan);
    if (!read.ok)
      throw new ProblemError(400, 'The request does not fit', { problems: problemsIn('plan', read.problems) });
    const { plan } = read.value;
    if (plan.id !== path.id) throw new ProblemError(400, 'The plan has another id than the address');
    const problems = structureProblems(plan);
    if (problems.length > 0)
      throw new ProblemError(422, `The class was not saved: ${problems[0]?.message ?? ''}`, { problems });
    const result = await savePlan(db, plan, body.baseVersion);
    if (!result.ok && result.current.deletedAt !== null)
      throw new ProblemError(410, 'This class is in the bin: bring it back to save it');
    if (!result.ok) throw new ProblemError(409, 'A newer version has been saved', { current: result.current });
    return result.stored;
  });

  route(api, plans.deletePlan, async ({ path }) => {
    if (!(await setDeleted(db, path.id, true))) throw notFound('Class');
  });

  route(api, plans.undeletePlan, async ({ path }) => {
    if (!(await setDeleted(db, path.id, false))) throw notFound('Class');
  });

  route(api, plans.listVersions, ({ path, query }) =>
    listVersions(db, path.id, { below: numberOf(query.below ?? ''), limit: pageOf(query, 30).limit }),
  );

  route(api, plans.nameVersion, async ({ path, body }) => {
    const version = numberOf(path.version);
    if (version === null || !(await nameVersion(db, path.id, version, body.name))) throw notFound('Version');
  });

  route(api, plans.getVersion, async ({ path }) => {
    const version = numberOf(path.version);
    const plan = version === null ? null : await findVersion(db, path.id, version);
    if (!plan) throw notFound('Version');
    return plan;
  });

  return api;
}
