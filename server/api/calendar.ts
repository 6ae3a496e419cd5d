import { randomBytes } from 'node:crypto';
import { json, Router } from 'express';
import * as v from 'valibot';
import { type Plan, readStoredPlan } from '../../core/class/index.ts';
import { writeCalendar } from '../../core/out/index.ts';
import { addDays, localAt } from '../../core/record/index.ts';
import { structureProblems } from '../../core/time/index.ts';
import { calendar } from '../../core/wire/index.ts';
import {
  bringInClasses,
  ClassTaken,
  calendarBetween,
  datedClasses,
  endSeries,
  findSeries,
  keepSeries,
  listSeries,
  saveCalendar,
} from '../db/calendar.ts';
import type { Database } from '../db/database.ts';
import { readSetting, writeSetting } from '../db/settings.ts';
import { clubZone } from '../db/zone.ts';
import { doJob } from '../pool/index.ts';
import { soundBody } from './border.ts';
import { fileName } from './file-name.ts';
import type { Guesses } from './limits.ts';
import { notFound, ProblemError, problemsIn } from './problem.ts';
import { route } from './route.ts';

/** How far back and ahead a calendar file is read, days. */
const BACK_DAYS = 370;
const AHEAD_DAYS = 740;

const FeedSchema = v.object({ secret: v.optional(v.nullable(v.string()), null) });

/** The calendar, its series, and calendars of other programs in and out. */
export function calendarApi(db: Database, now: () => number): Router {
  const api = Router();
  api.use(['/calendar', '/series'], json({ limit: '12mb' }), soundBody);

  route(api, calendar.getCalendar, async ({ query }) => ({ items: await calendarBetween(db, query.from, query.to) }));
  route(api, calendar.saveCalendar, ({ body }) => saveCalendar(db, body.put, body.remove));

  route(api, calendar.exportCalendar, async ({ query, res }) => {
    const classes = await datedClasses(db, query);
    if (classes.length === 0 && (query.id ?? query.series) !== undefined) throw notFound('Class');
    const [first] = classes;
    const title = query.id ? first?.title : query.series ? first?.series?.title : undefined;
    res.attachment(`${fileName(title ?? 'odd-round-classes')}.ics`).type('text/calendar; charset=utf-8');
    res.send(writeCalendar(title ?? 'Classes', classes, await clubZone(db), now()));
  });

  route(api, calendar.importCalendar, async ({ body }) => {
    const zone = await clubZone(db);
    const today = localAt(now(), zone).day;
    const between = [addDays(today, -BACK_DAYS), addDays(today, AHEAD_DAYS)] as const;
    const { classes, problems } = await doJob('calendar', [body.text, zone, ...between]);
    if (classes.length === 0 && problems.length > 0)
      throw new ProblemError(422, 'The calendar was not brought in', { problems });
    return { classes: await bringInClasses(db, classes), problems };
  });

  route(api, calendar.getFeed, async () => readSetting(db, 'feed', FeedSchema));
  route(api, calendar.makeFeed, async () => {
    const secret = randomBytes(24).toString('base64url');
    await writeSetting(db, 'feed', { secret });
    return { secret };
  });
  route(api, calendar.endFeed, () => writeSetting(db, 'feed', { secret: null }));

  route(api, calendar.listSeries, () => listSeries(db));
  const whole = async (id: string) => {
    const series = await findSeries(db, id);
    if (!series) throw notFound('Series');
    return { series, classes: await datedClasses(db, { series: id }) };
  };
  route(api, calendar.getSeries, ({ path }) => whole(path.id));
  route(api, calendar.makeSeries, async ({ path, body }) => {
    if (body.series.id !== path.id) throw new ProblemError(400, 'The series has another id than the address');
    const classes = body.classes.map(({ dated, plan }, k) => ({ dated, plan: soundPlan(plan, `classes[${k}].plan`) }));
    await keepSeries(db, body.series, classes).catch((error: unknown) => {
      if (!(error instanceof ClassTaken)) throw error;
      throw new ProblemError(409, `Its class \u201c${error.message}\u201d is there already, and is another`);
    });
    return whole(path.id);
  });
  route(api, calendar.deleteSeries, async ({ path }) => {
    const removed = await endSeries(db, path.id);
    if (removed === null) throw notFound('Series');
    return { removed };
  });
  return api;
}

function soundPlan(document: unknown, path: string): Plan {
  const read = readStoredPlan(document);
  if (!read.ok) throw new ProblemError(400, 'The request does not fit', { problems: problemsIn(path, read.problems) });
  const problems = structureProblems(read.value.plan);
  if (problems.length > 0)
    throw new ProblemError(422, `A class of the series cannot be kept: ${problems[0]?.message ?? ''}`, { problems });
  return read.value.plan;
}

/** The classes for calendars that follow this one, to whoever has the secret address. */
export function feedApi(db: Database, now: () => number, guesses: Guesses): Router {
  const api = Router();
  route(api, calendar.readFeed, async ({ req, res }) => {
    const asked = String(req.params.secret).replace(/\.ics$/, '');
    const found = await guesses.look(req, 'feed', asked, async () => {
      const { secret } = await readSetting(db, 'feed', FeedSchema);
      return secret !== null && secret === asked ? secret : null;
    });
    if (found === null) throw new ProblemError(404, 'This address opens nothing');
    const classes = await datedClasses(db);
    res.type('text/calendar; charset=utf-8');
    res.send(writeCalendar('Classes', classes, await clubZone(db), now()));
  });
  return api;
}
