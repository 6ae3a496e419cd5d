import { json, Router } from 'express';
import { parseWith, readStoredPlan } from '../../core/class/index.ts';
import { type RunEvent, RunEventSchema, structureProblems } from '../../core/time/index.ts';
import { runs } from '../../core/wire/index.ts';
import { goingRuns, listRuns, workSince } from '../db/run-lists.ts';
import { appendEvents, asOf, createRun, findRun, hasRun, preparedRun, setRunDeleted } from '../db/runs.ts';
import type { LiveParts } from './live-code.ts';
import { notFound, ProblemError, problemsIn } from './problem.ts';
import { pageOf } from './query.ts';
import { route } from './route.ts';
import { writeRecord } from './write-record.ts';

/** Runs: a page of the log, one, its beginning and its events. */
export function runsApi({ db, hub, known }: Pick<LiveParts, 'db' | 'hub' | 'known'>, now: () => number): Router {
  const api = Router();
  api.use('/runs', json({ limit: '2mb' }));

  route(api, runs.listRuns, ({ query }) => {
    const { since, until, plan, squad, move, trial } = query;
    return listRuns(db, {
      ...pageOf(query),
      since: timeOf(since),
      until: timeOf(until),
      planId: plan ?? null,
      squad: squad ?? null,
      move: move ?? null,
      trial: trial ?? null,
      bin: query.bin === '1',
      nowMs: now(),
    });
  });

  route(api, runs.preparedRun, async ({ query }) => ({ id: await preparedRun(db, query.plan) }));

  route(api, runs.goingRuns, () => goingRuns(db, now()));

  route(api, runs.deleteRun, async ({ path }) => {
    if (!(await setRunDeleted(db, path.id, true))) throw notFound('Run');
  });

  route(api, runs.undeleteRun, async ({ path }) => {
    if (!(await setRunDeleted(db, path.id, false))) throw notFound('Run');
  });

  route(api, runs.sumWork, ({ query }) => workSince(db, new Date(query.since)));

  route(api, runs.createRun, async ({ body }) => {
    const read = readStoredPlan(body.plan, { ran: true });
    if (!read.ok)
      throw new ProblemError(400, 'The request does not fit', { problems: problemsIn('plan', read.problems) });
    const problems = structureProblems(read.value.plan);
    if (problems.length > 0) throw new ProblemError(422, 'The class cannot be led as it is', { problems });
    if (await createRun(db, body.id, read.value.plan)) {
      known.drop(body.id);
      hub.publish(body.id, { kind: 'plan' });
    }
    return { id: body.id };
  });

  route(api, runs.markRuns, async ({ body: { ids, trial, binned } }) => {
    let changed = 0;
    for (const id of ids) {
      const found = binned === undefined ? await hasRun(db, id) : await setRunDeleted(db, id, binned);
      if (found && trial !== undefined) await writeRecord(db, hub, id, { type: 'close', trial }, now());
      if (found) changed += 1;
    }
    return { changed };
  });

  route(api, runs.getRun, async ({ path }) => {
    const run = await findRun(db, path.id);
    if (!run) throw notFound('Run');
    return asOf(run, now());
  });

  route(api, runs.appendEvents, async ({ path, body }) => {
    const { events, refused } = sorted(body.events);
    const done = await appendEvents(db, path.id, events);
    if (!done) throw notFound('Run');
    if (done.came.length > 0) hub.news(path.id);
    return { stored: done.stored, refused: [...refused, ...done.refused] };
  });

  return api;
}

/** A time as it is asked by; null where it is none. */
function timeOf(text: string | undefined): Date | null {
  const time = new Date(text ?? '');
  return Number.isNaN(time.getTime()) ? null : time;
}

/** The events of a batch, and those that are none, each with its id where it has one and its place where not. */
function sorted(sent: readonly unknown[]): { events: RunEvent[]; refused: { id: string; problem: string }[] } {
  const events: RunEvent[] = [];
  const refused: { id: string; problem: string }[] = [];
  for (const [k, candidate] of sent.entries()) {
    const event = parseWith(RunEventSchema, candidate);
    if (event.ok) events.push(event.value);
    else {
      const id = typeof candidate === 'object' && candidate !== null && 'id' in candidate ? candidate.id : null;
      const problem = event.problems.map((p) => `${p.path}: ${p.message}`).join('; ');
      refused.push({ id: typeof id === 'string' ? id : `[${k}]`, problem });
    }
  }
  return { events, refused };
}
