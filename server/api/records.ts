import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { json, type Response, Router } from 'express';
import type { Problem } from '../../core/class/index.ts';
import { keyOf, libraryOf, moveKey } from '../../core/moves/index.ts';
import {
  type RecordEntry,
  type readRecordRows,
  type readRecordsJson,
  recordRow,
  recordsCsv,
  recordsJson,
} from '../../core/out/index.ts';
import { countedSetOf, recordOf, whoOf } from '../../core/record/index.ts';
import { ownerKey, type RunEvent, structureProblems } from '../../core/time/index.ts';
import { type Person, records } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { listMoves } from '../db/moves.ts';
import { findPerson, listPeople, savePerson } from '../db/people.ts';
import { unreadRuns } from '../db/record-rows.ts';
import { countedBy, countedMoves, keysCounted, pastRuns, sessionsIn, trendOf } from '../db/records.ts';
import { appendEvents, createRun, findRun, hasRun, idsOfBegun } from '../db/runs.ts';
import { clubZone } from '../db/zone.ts';
import { doJob } from '../pool/index.ts';
import { soundBody } from './border.ts';
import { ProblemError } from './problem.ts';
import { numberOf } from './query.ts';
import { route } from './route.ts';

const PAST = 12;
/** Events stored in one go. */
const EVENTS_AT_ONCE = 2000;

/** The routes of records over all runs, their export and import. */
export function recordsApi(db: Database): Router {
  const api = Router();
  api.use('/records', json({ limit: '32mb' }), soundBody);

  route(api, records.countedMoves, async () => {
    const moves = await countedMoves(db, await sameMoveOf(db));
    return moves.map((m) => ({ ...m, names: m.names.filter((name) => name !== m.move) }));
  });
  route(api, records.unreadRuns, async () => ({ runs: await unreadRuns(db) }));

  route(api, records.moveTrend, async ({ query }) => {
    const keys = await spellingsOf(db, query.move);
    const points = await trendOf(db, keys, query);
    return { points, by: await countedBy(db, keys) };
  });

  route(api, records.sessionsDone, ({ query }) =>
    sessionsIn(db, new Date(query.since), new Date(query.until), query.squad ?? null),
  );

  route(api, records.pastRuns, async ({ query }) => {
    const limit = Math.min(PAST, numberOf(query.limit ?? '') ?? PAST);
    return (await pastRuns(db, query.plan, query.not ?? '', limit)).map(({ record, ...run }) => ({
      ...run,
      sets: [...record.sets],
      notes: record.notes.map(({ move, round, text }) => ({ move, round, text })),
      next: record.closing.next,
      came: record.closing.came,
      felt: record.closing.felt.map(({ squad, person, effort }) => ({
        squad,
        ...(person === undefined ? {} : { person }),
        effort,
      })),
      totalMs: record.totalMs,
      workMs: record.workMs,
      pausedMs: record.pausedMs,
    }));
  });

  route(api, records.exportRecords, ({ res }) =>
    send(res, 'odd-round-records.json', 'application/json', wholeJson(db)),
  );
  route(api, records.exportSets, ({ res }) => send(res, 'odd-round-sets.csv', 'text/csv; charset=utf-8', wholeCsv(db)));

  route(api, records.importRecords, async ({ body }) => {
    const read = await doJob('records', [body.text]);
    if (!read)
      throw new ProblemError(422, 'Nothing was brought in', {
        problems: [{ path: 'file', message: 'This is neither JSON of records nor CSV with a column “run”' }],
      });
    const done = read.kind === 'json' ? await bringInRuns(db, read) : await bringInEntries(db, read);
    if (done.runs + done.entries + done.people === 0 && done.problems.length > 0)
      throw new ProblemError(422, 'Nothing was brought in', { problems: done.problems.slice(0, 200) });
    return done;
  });
  return api;
}

/** Sends a long file piece by piece, as it is made and as fast as it is taken. */
async function send(res: Response, name: string, type: string, pieces: AsyncIterable<string>): Promise<void> {
  res.attachment(name).type(type);
  await pipeline(Readable.from(pieces), res);
}

/** The move that a name stands for in the library, as a key. */
export async function sameMoveOf(db: Database): Promise<(name: string) => string> {
  const library = libraryOf(await listMoves(db));
  return (name) => moveKey(library, name);
}

/** The keys of all names under which a move was counted, and of the name that is asked for. */
async function spellingsOf(db: Database, move: string): Promise<string[]> {
  const same = await sameMoveOf(db);
  const key = same(move);
  return [keyOf(move), ...(await keysCounted(db)).filter((k) => k !== keyOf(move) && same(k) === key)];
}

const RUNS_AT_ONCE = 100;

/** The runs that have begun and are not in the bin, one after the other; those that cannot be read are left out. */
async function* everyRun(db: Database) {
  for (let after = ''; ; ) {
    const ids = await idsOfBegun(db, after, RUNS_AT_ONCE);
    for (const id of ids) {
      const run = await findRun(db, id).catch(() => null);
      if (run) yield run;
    }
    const last = ids.at(-1);
    if (last === undefined || ids.length < RUNS_AT_ONCE) return;
    after = last;
  }
}

async function* wholeJson(db: Database): AsyncGenerator<string> {
  yield recordsJson.open(await listPeople(db));
  let isFirst = true;
  for await (const { id, plan, events } of everyRun(db)) {
    yield recordsJson.run({ id, plan, events, sets: recordOf(plan, events).sets }, isFirst);
    isFirst = false;
  }
  yield recordsJson.close;
}

async function* wholeCsv(db: Database): AsyncGenerator<string> {
  const names = new Map((await listPeople(db)).map((p) => [p.id, p.name]));
  const zone = await clubZone(db);
  yield recordsCsv([]);
  for await (const { id, title, plan, events, startedAt } of everyRun(db)) {
    const run = { id, title, startedAtMs: Date.parse(startedAt ?? '') };
    yield recordsCsv(
      recordOf(plan, events).sets.map((s) => recordRow(run, s, names, zone)),
      false,
    );
  }
}

interface BroughtIn {
  runs: number;
  entries: number;
  people: number;
  problems: Problem[];
}

/** Brings in what a file of records as JSON holds: people, and whole runs. */
async function bringInRuns(
  db: Database,
  { people, runs, problems }: ReturnType<typeof readRecordsJson>,
): Promise<BroughtIn> {
  const done: BroughtIn = { runs: 0, entries: 0, people: 0, problems: [...problems] };
  for (const person of people) {
    if (await findPerson(db, person.id)) continue;
    if (await savePerson(db, person)) done.people += 1;
    else
      done.problems.push({
        path: person.name,
        message: 'somebody else has this name; their records come in without one',
      });
  }
  for (const { id, plan, events } of runs) {
    if (structureProblems(plan).length > 0) {
      done.problems.push({ path: plan.title, message: 'cannot be led as it is' });
      continue;
    }
    if (!(await hasRun(db, id))) {
      await createRun(db, id, plan);
      done.runs += 1;
    }
    for (let at = 0; at < events.length; at += EVENTS_AT_ONCE) {
      const stored = await appendEvents(db, id, events.slice(at, at + EVENTS_AT_ONCE));
      done.entries += stored?.came.length ?? 0;
    }
  }
  return done;
}

/** Brings in what was written down of sets, out of a table. */
async function bringInEntries(
  db: Database,
  { entries, problems }: ReturnType<typeof readRecordRows>,
): Promise<BroughtIn> {
  const done: BroughtIn = { runs: 0, entries: 0, people: 0, problems: [...problems] };
  const people = await listPeople(db);
  const byRun = new Map<string, RecordEntry[]>();
  for (const entry of entries) {
    const own = byRun.get(entry.runId);
    if (own) own.push(entry);
    else byRun.set(entry.runId, [entry]);
  }
  for (const [runId, own] of byRun) {
    const run = await findRun(db, runId).catch(() => null);
    if (run) done.entries += await addEntries(db, run, own, people);
    else done.problems.push({ path: runId, message: 'There is no such run here: bring it in as JSON first' });
  }
  return done;
}

/** Writes down what a run does not have yet; what it has stays. */
async function addEntries(
  db: Database,
  run: { id: string; plan: Parameters<typeof recordOf>[0]; events: readonly RunEvent[] },
  entries: readonly RecordEntry[],
  people: readonly Person[],
): Promise<number> {
  const ids = new Set(people.map((p) => p.id));
  const named = new Map(people.map((p) => [p.name.toLowerCase(), p.id]));
  const has = new Set(
    recordOf(run.plan, run.events).sets.flatMap((s) =>
      s.reps === null && s.weightKg === null && s.effort === null && s.note === ''
        ? []
        : [ownerKey({ ...countedSetOf(s), ...whoOf(s) })],
    ),
  );
  let seq = run.events.reduce((most, e) => Math.max(most, e.seq), 0);
  const atMs = run.events.reduce((most, e) => Math.max(most, e.atMs), 0);
  const news: RunEvent[] = [];
  for (const { command, personName } of entries) {
    const known = command.person !== undefined && ids.has(command.person) ? command.person : undefined;
    const person = known ?? named.get((personName ?? '').trim().toLowerCase());
    const whole = person === undefined ? command : { ...command, person };
    if (has.has(ownerKey(whole))) continue;
    has.add(ownerKey(whole));
    seq += 1;
    news.push({ ...whole, id: `csv-${run.id.slice(0, 40)}-${seq}`, seq, atMs });
  }
  let came = 0;
  for (let at = 0; at < news.length; at += EVENTS_AT_ONCE)
    came += (await appendEvents(db, run.id, news.slice(at, at + EVENTS_AT_ONCE)))?.came.length ?? 0;
  return came;
}
