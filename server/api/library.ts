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
import { bodyOf, handle } from './handle.ts';
import { ProblemError } from './problem.ts';

const LATELY = 3;
const NEWEST = 200;
/** Figures are looked at here: a browser need not be able to. */
const DRAWN = v.object({ moves: v.array(DrawnMoveSchema) });

/** The library of moves, what is in the kit room, and the thresholds of the checks. */
export function libraryApi(db: Database): Router {
  const api = Router();
  api.use('/moves', json({ limit: '12mb' }), soundBody);
  api.use(['/kit', '/thresholds', '/units', '/habits'], json({ limit: '200kb' }), soundBody);

  handle(api, library.listMoves, () => listMoves(db));
  handle(api, library.movesLately, () => movesLately(db, LATELY));
  handle(api, library.movesUsed, () => movesUsed(db, NEWEST));
  handle(api, library.saveMoves, async ({ body }) => {
    const { moves } = bodyOf(DRAWN, body);
    await saveMoves(db, moves);
    return { saved: moves.length };
  });
  handle(api, library.hideMoves, async ({ body }) => ({ changed: await setHidden(db, body.names, body.hidden) }));

  handle(api, library.listKit, () => listKit(db));
  handle(api, library.saveKit, async ({ body }) => {
    const keys = body.items.map((i) => `${keyOf(i.room ?? '')}/${keyOf(i.name)}`);
    const twice = body.items.find((_, k) => keys.indexOf(keys[k] ?? '') < k);
    if (twice) throw new ProblemError(422, `${twice.name} is listed twice${twice.room ? ` in ${twice.room}` : ''}`);
    await saveKit(db, body.items);
    return listKit(db);
  });

  handle(api, library.getThresholds, () => readSetting(db, 'thresholds', ThresholdsSchema));
  handle(api, library.saveThresholds, async ({ body }) => {
    await writeSetting(db, 'thresholds', body);
    return body;
  });
  handle(api, library.getHabits, () => readSetting(db, 'habits', library.HabitsSchema));
  handle(api, library.saveHabits, async ({ body }) => {
    await writeSetting(db, 'habits', body);
    return body;
  });
  handle(api, library.getUnits, () => readSetting(db, 'units', library.UnitsSchema));
  handle(api, library.saveUnits, async ({ body }) => {
    await writeSetting(db, 'units', body);
    return body;
  });
  return api;
}
