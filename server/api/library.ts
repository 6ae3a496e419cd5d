import { json, Router } from 'express';
import * as v from 'valibot';
import { ThresholdsSchema } from '../../core/judge/index.ts';
import { DrawnMoveSchema, keyOf } from '../../core/moves/index.ts';
import { library } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { listKit, saveKit } from '../db/kit.ts';
import { listMoves, movesLately, movesUsed, saveMoves, setHidden } from '../db/moves.ts';
import { readSetting, writeSetting } from '../db/settings.ts';
import { soundBody } from './border.ts';
import { ProblemError } from './problem.ts';
import { bodyOf, route } from './route.ts';

const LATELY = 3;
const NEWEST = 200;
/** Figures are looked at here: a browser need not be able to. */
const DRAWN = v.object({ moves: v.array(DrawnMoveSchema) });

/** The library of moves, what is in the kit room, and the thresholds of the checks. */
export function libraryApi(db: Database): Router {
  const api = Router();
  api.use('/moves', json({ limit: '12mb' }), soundBody);
  api.use(['/kit', '/thresholds', '/units', '/habits'], json({ limit: '200kb' }), soundBody);

  route(api, library.listMoves, () => listMoves(db));
  route(api, library.movesLately, () => movesLately(db, LATELY));
  route(api, library.movesUsed, () => movesUsed(db, NEWEST));
  route(api, library.saveMoves, async ({ body }) => {
    const { moves } = bodyOf(DRAWN, body);
    await saveMoves(db, moves);
    return { saved: moves.length };
  });
  route(api, library.hideMoves, async ({ body }) => ({ changed: await setHidden(db, body.names, body.hidden) }));

  route(api, library.listKit, () => listKit(db));
  route(api, library.saveKit, async ({ body }) => {
    const keys = body.items.map((i) => `${keyOf(i.room ?? '')}/${keyOf(i.name)}`);
    const twice = body.items.find((_, k) => keys.indexOf(keys[k] ?? '') < k);
    if (twice) throw new ProblemError(422, `${twice.name} is listed twice${twice.room ? ` in ${twice.room}` : ''}`);
    await saveKit(db, body.items);
    return listKit(db);
  });

  route(api, library.getThresholds, () => readSetting(db, 'thresholds', ThresholdsSchema));
  route(api, library.saveThresholds, async ({ body }) => {
    await writeSetting(db, 'thresholds', body);
    return body;
  });
  route(api, library.getHabits, () => readSetting(db, 'habits', library.HabitsSchema));
  route(api, library.saveHabits, async ({ body }) => {
    await writeSetting(db, 'habits', body);
    return body;
  });
  route(api, library.getUnits, () => readSetting(db, 'units', library.UnitsSchema));
  route(api, library.saveUnits, async ({ body }) => {
    await writeSetting(db, 'units', body);
    return body;
  });
  return api;
}
