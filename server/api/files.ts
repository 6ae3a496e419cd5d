import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { json, Router } from 'express';
import { nanoid } from 'nanoid';
import { duplicatePlan, type Plan } from '../../core/class/index.ts';
import { keyOf, libraryOf, type Move, movesUsed } from '../../core/moves/index.ts';
import { writePlanFile } from '../../core/out/index.ts';
import { files } from '../../core/wire/index.ts';
import type { Database, Queryable } from '../db/database.ts';
import { knownNames, listMoves, saveMoves } from '../db/moves.ts';
import { readCursor } from '../db/page.ts';
import { findDocument, findPlan, listPlans, savePlanIn } from '../db/plans.ts';
import { doJob } from '../pool/index.ts';
import { ROOT } from '../shared/root.ts';
import { fileName } from './file-name.ts';
import { notFound, ProblemError } from './problem.ts';
import { route } from './route.ts';

/** A larger file is sent part by part, as the import dialog does, so that none of it holds the server up for long. */
const MOST_AT_ONCE = 200;
const PAGE = 100;
const MAX_IDS = 500;

/** Plan files in and out, and their schema. */
export function filesApi(db: Database): Router {
  const api = Router();
  api.use('/files', json({ limit: '4mb' }));

  route(api, files.exportFile, async ({ query, res }) => {
    const ids = query.ids?.split(',').slice(0, MAX_IDS) ?? null;
    if (ids === null) {
      res.attachment('odd-round-classes.json').type('application/json');
      for await (const piece of wholeFile(db)) if (!res.destroyed) res.write(piece);
      res.end();
      return;
    }
    const plans: Plan[] = [];
    for (const id of ids) {
      const stored = await findPlan(db, id);
      if (stored) plans.push(stored.plan);
    }
    if (plans.length < ids.length) throw notFound('Class');
    res.attachment(plans.length === 1 ? `${fileName(plans[0]?.title ?? '')}.json` : 'odd-round-classes.json');
    const moves = movesUsed(plans, libraryOf(await listMoves(db)));
    res.type('application/json').send(writePlanFile(plans, moves));
  });

  route(api, files.importFile, async ({ body }) => {
    const { plans, problems, told, moves } = await doJob('classes', [body.text, MOST_AT_ONCE]);
    if (problems.length > 0 && (!body.goodPart || plans.length === 0))
      throw new ProblemError(422, 'The file was not imported', { problems, sound: plans.map((p) => p.title) });
    const imported = await db.transaction(async (tx) => {
      const done: { id: string; title: string }[] = [];
      for (const plan of plans) done.push(await importOne(tx, plan));
      return done;
    });
    return { imported, problems, told, moves: await addMoves(db, moves) };
  });

  route(api, files.getPlanSchema, async ({ res }) => {
    res.type('application/schema+json').send(await readFile(path.join(ROOT, 'docs/plan.schema.json'), 'utf8'));
  });

  return api;
}

/** A plan file of all classes, page by page; classes that cannot be read are left out, as they could not come in again. */
async function* wholeFile(db: Database): AsyncGenerator<string> {
  const [before = '', after = ''] = writePlanFile([]).split('[]');
  const library = libraryOf(await listMoves(db));
  const used = new Map<string, Move>();
  yield `${before}[`;
  let isFirst = true;
  for (let next: string | null = ''; next !== null; ) {
    const page: Awaited<ReturnType<typeof listPlans>> = await listPlans(db, { after: readCursor(next), limit: PAGE });
    for (const { plan } of page.items) {
      yield `${isFirst ? '' : ','}\n${JSON.stringify(plan, null, 1)}`;
      for (const move of movesUsed([plan], library)) used.set(move.name, move);
      isFirst = false;
    }
    next = page.next;
  }
  const moves = [...used.values()];
  yield `\n]${moves.length > 0 ? `,\n"moves": ${JSON.stringify(moves, null, 1)}` : ''}${after}`;
}

/** Adds the moves of a file that the club's library does not have; those it has stay as they are. Gives their names. */
async function addMoves(db: Database, moves: readonly Move[]): Promise<string[]> {
  const known = await knownNames(db);
  const news = moves.filter((m) => !known.has(keyOf(m.name)));
  if (news.length > 0) await saveMoves(db, news);
  return news.map((m) => m.name);
}

/** A class whose id is taken already comes in as a copy under a new one: an import never changes what is there. */
async function importOne(tx: Queryable, plan: Plan): Promise<{ id: string; title: string }> {
  const taken = (await findDocument(tx, plan.id)) !== null;
  const own = taken ? duplicatePlan(plan, () => nanoid(12), plan.title) : plan;
  await savePlanIn(tx, own, 0);
  return { id: own.id, title: own.title };
}
