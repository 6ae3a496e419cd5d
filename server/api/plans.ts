import { json, Router } from 'express';
import * as v from 'valibot';
import { name, readStoredPlan } from '../../core/plan/index.ts';
import { structureProblems } from '../../core/timeline/index.ts';
import type { Database } from '../db/database.ts';
import { countPlans, findDocument, findPlan, listPlans, savePlan, setDeleted } from '../db/plans.ts';
import { findVersion, listVersions, nameVersion } from '../db/versions.ts';
import { fileName } from './file-name.ts';
import { bodyOf, notFound, problemsIn, sendProblem } from './problem.ts';
import { numberOf, pageOf, textOf } from './query.ts';

const SaveSchema = v.strictObject({
  /** Of this version or an older one: a window may be older than its server. */
  plan: v.unknown(),
  /** The version the text was made from; 0 for a new plan. */
  baseVersion: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2_147_483_647)),
});

const NameSchema = v.strictObject({ name: v.nullable(name(60)) });

const USUAL = 60;

/** Classes: a page of them, one, its save, its history. */
export function plansApi(db: Database): Router {
  const api = Router();
  api.use(json({ limit: '2mb' }));

  /** `?q=` words, `?after=` the `next` of the page before, `?limit=`, `?room=1` only those with a room plan. */
  api.get('/', async (req, res) => {
    const page = await listPlans(db, { ...pageOf(req, USUAL), withRoom: textOf(req, 'room') === '1' });
    res.json({ ...page, total: await countPlans(db) });
  });

  api.get('/:id', async (req, res) => {
    const stored = await findPlan(db, req.params.id);
    if (stored) res.json(stored);
    else notFound(res, 'Class');
  });

  /** The document as it is stored, also one that this version cannot read. */
  api.get('/:id/document', async (req, res) => {
    const stored = await findDocument(db, req.params.id);
    if (!stored) {
      notFound(res, 'Class');
      return;
    }
    res.attachment(`${fileName(stored.title)}.json`).type('application/json');
    res.send(JSON.stringify(stored.document, null, 2));
  });

  api.put('/:id', async (req, res) => {
    const body = bodyOf(SaveSchema, req.body, res);
    if (!body) return;
    const read = readStoredPlan(body.plan);
    if (!read.ok) {
      sendProblem(res, { status: 400, title: 'The request does not fit', problems: problemsIn('plan', read.problems) });
      return;
    }
    const { plan } = read.value;
    if (plan.id !== req.params.id) {
      sendProblem(res, { status: 400, title: 'The plan has another id than the address' });
      return;
    }
    const problems = structureProblems(plan);
    if (problems.length > 0) {
      const title = `The class was not saved: ${problems[0]?.message ?? ''}`;
      sendProblem(res, { status: 422, title, problems });
      return;
    }
    const result = await savePlan(db, plan, body.baseVersion);
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

  /** `?below=` a version, `?limit=`. */
  api.get('/:id/versions', async (req, res) => {
    const { limit } = pageOf(req, 30);
    res.json(await listVersions(db, req.params.id, { below: numberOf(textOf(req, 'below')), limit }));
  });

  /** Names a text, or takes its name away; a named one stays when the history is thinned. */
  api.put('/:id/versions/:version/name', async (req, res) => {
    const body = bodyOf(NameSchema, req.body, res);
    const version = numberOf(req.params.version);
    if (!body) return;
    if (version !== null && (await nameVersion(db, req.params.id, version, body.name))) res.status(204).end();
    else notFound(res, 'Version');
  });

  api.get('/:id/versions/:version', async (req, res) => {
    const version = numberOf(req.params.version);
    const plan = version === null ? null : await findVersion(db, req.params.id, version);
    if (plan) res.json(plan);
    else notFound(res, 'Version');
  });

  return api;
}
