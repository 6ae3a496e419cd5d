import { Router } from 'express';
import * as v from 'valibot';
import { KitItemSchema, keyOf, MoveSchema } from '../../core/moves/index.ts';
import { ThresholdsSchema } from '../../core/norms/index.ts';
import type { Database } from '../db/database.ts';
import { listKit, saveKit } from '../db/kit.ts';
import { listMoves, movesLately, saveMoves, setHidden } from '../db/moves.ts';
import { readSetting, writeSetting } from '../db/settings.ts';
import { bodyOf, sendProblem } from './problem.ts';

const SaveSchema = v.strictObject({ moves: v.pipe(v.array(MoveSchema), v.minLength(1), v.maxLength(10_000)) });
const NamesSchema = v.strictObject({
  names: v.pipe(v.array(v.pipe(v.string(), v.maxLength(80))), v.minLength(1), v.maxLength(10_000)),
  hidden: v.boolean(),
});
const KitSchema = v.strictObject({ items: v.pipe(v.array(KitItemSchema), v.maxLength(200)) });
const LATELY = 3;

/** The library of moves. */
export function movesApi(db: Database): Router {
  const api = Router();
  api.get('/', async (_req, res) => {
    res.json(await listMoves(db));
  });
  api.get('/lately', async (_req, res) => {
    res.json(await movesLately(db, LATELY));
  });
  api.put('/', async (req, res) => {
    const body = bodyOf(SaveSchema, req.body, res);
    if (!body) return;
    await saveMoves(db, body.moves);
    res.json({ saved: body.moves.length });
  });
  api.post('/hidden', async (req, res) => {
    const body = bodyOf(NamesSchema, req.body, res);
    if (body) res.json({ changed: await setHidden(db, body.names, body.hidden) });
  });
  return api;
}

/** What is in the kit room. */
export function kitApi(db: Database): Router {
  const api = Router();
  api.get('/', async (_req, res) => {
    res.json(await listKit(db));
  });
  api.put('/', async (req, res) => {
    const body = bodyOf(KitSchema, req.body, res);
    if (!body) return;
    const names = body.items.map((i) => keyOf(i.name));
    const twice = body.items.find((i, k) => names.indexOf(keyOf(i.name)) < k);
    if (twice) {
      sendProblem(res, { status: 422, title: `${twice.name} is listed twice` });
      return;
    }
    await saveKit(db, body.items);
    res.json(await listKit(db));
  });
  return api;
}

/** The thresholds of the checks. */
export function thresholdsApi(db: Database): Router {
  const api = Router();
  api.get('/', async (_req, res) => {
    res.json(await readSetting(db, 'thresholds', ThresholdsSchema));
  });
  api.put('/', async (req, res) => {
    const body = bodyOf(ThresholdsSchema, req.body, res);
    if (!body) return;
    await writeSetting(db, 'thresholds', body);
    res.json(body);
  });
  return api;
}
