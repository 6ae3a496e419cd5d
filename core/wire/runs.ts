import * as v from 'valibot';
import { EnteredSchema, OutlineSchema } from '../time/index.ts';
import { anyEvent, anyPlan, FaultSchema, LIST_QUERY, pageOf, readEvents, time } from './documents.ts';
import { endpoint, runId } from './endpoint.ts';
import { PulseOnWallSchema } from './live.ts';
import { planFrom } from './plan-document.ts';

const STATUSES = ['ready', 'running', 'paused', 'finished', 'abandoned'] as const;

const SUMS = {
  id: v.string(),
  planId: v.string(),
  title: v.string(),
  status: v.picklist(STATUSES),
  startedAt: v.nullable(time),
  endedAt: v.nullable(time),
  plannedMs: v.number(),
  actualMs: v.number(),
  /** How many came, and how hard it was, 0 to 10; null where nobody said. */
  came: v.optional(v.nullable(v.number()), null),
  effort: v.optional(v.nullable(v.number()), null),
  /** It was no class: it counts in no sum. */
  trial: v.optional(v.boolean(), false),
  /** In the bin since; null when it is not. */
  deletedAt: v.optional(v.nullable(time), null),
};

const sum = v.optional(v.object({ count: v.number(), ms: v.number() }));

/** A run as the log lists it: its sums, and the shape of its class. */
export const RunSumsSchema = v.object({
  ...SUMS,
  outline: OutlineSchema,
  /** What went other than planned: how often and how long, by kind. */
  deviations: v.object({
    skipped: sum,
    repeated: sum,
    extended: sum,
    shortened: sum,
    paused: sum,
    added: sum,
    endedEarly: sum,
  }),
});
export type RunSums = v.InferOutput<typeof RunSumsSchema>;

/** A run with its class as it was led and its events; entries that cannot be read stand among its faults. */
export const RunSchema = v.pipe(
  v.object({
    ...SUMS,
    plan: planFrom({ ran: true }),
    events: v.array(anyEvent),
    faults: v.optional(v.array(FaultSchema), []),
    /** Server's clock less the desk's, ms. */
    clockOffsetMs: v.optional(v.number(), 0),
  }),
  v.transform((run) => ({ ...run, ...readEvents(run.events, run.title, run.faults) })),
);
export type StoredRun = v.InferOutput<typeof RunSchema>;

export const listRuns = endpoint('GET /runs', {
  says: 'A page of the log: the runs that have begun, the latest first',
  more: 'Words of `q` are looked for in titles and in notes.',
  query: v.object({
    ...LIST_QUERY,
    /** Begun since then, and before then, as ISO times. */
    since: v.optional(v.string()),
    until: v.optional(v.string()),
    /** Of one class. */
    plan: v.optional(v.string()),
    /** With a squad. */
    squad: v.optional(v.string()),
    /** With a move, as it is called. */
    move: v.optional(v.string()),
    /** Trials alone, or all but them. */
    trial: v.optional(v.picklist(['only', 'none'])),
    /** Those in the bin. */
    bin: v.optional(v.literal('1')),
  }),
  answer: pageOf(RunSumsSchema),
});

const GoingSchema = v.object({
  id: v.string(),
  planId: v.string(),
  title: v.string(),
  startedAt: v.nullable(time),
  status: v.picklist(['running', 'paused']),
  /** Left to the end, ms. */
  toEndMs: v.number(),
  /** It waits for a tap. */
  waiting: v.boolean(),
});
/** A run that goes on. */
export type GoingRun = v.InferOutput<typeof GoingSchema>;

export const goingRuns = endpoint('GET /runs/going', {
  says: 'The runs that go on now, the latest first',
  answer: v.array(GoingSchema),
});

export const preparedRun = endpoint('GET /runs/prepared', {
  says: 'The run of a class that was made ready in the last week and has not begun; null where there is none',
  query: v.object({ plan: v.string() }),
  answer: v.object({ id: v.nullable(v.string()) }),
  problems: [400],
});

export const deleteRun = endpoint('DELETE /runs/{id}', {
  says: 'Puts a run into the bin: it counts in no sum',
  answer: null,
  problems: [404],
});

export const undeleteRun = endpoint('POST /runs/{id}/undelete', {
  says: 'Takes a run out of the bin',
  answer: null,
  problems: [404],
});

export const markRuns = endpoint('POST /runs/marks', {
  says: 'Marks runs as trials or as no trials, or puts them into the bin or takes them out',
  body: v.strictObject({
    ids: v.pipe(v.array(runId), v.minLength(1), v.maxLength(500)),
    trial: v.optional(v.boolean()),
    binned: v.optional(v.boolean()),
  }),
  answer: v.object({ changed: v.number() }),
  problems: [400],
});

export const sumWork = endpoint('GET /runs/work', {
  says: 'The planned working time of the runs begun since a time, by move and side; those abandoned left out',
  query: v.object({ since: time }),
  answer: v.object({
    runs: v.number(),
    work: v.array(
      v.object({
        move: v.string(),
        side: v.nullable(v.picklist(['left', 'right'])),
        ms: v.pipe(v.number(), v.minValue(0)),
      }),
    ),
  }),
  problems: [400],
});

export const createRun = endpoint('POST /runs', {
  says: 'Stores a run with the class as it is led',
  more: 'One that is known and has not begun takes the class as it is now, and tells who follows it; one that has begun is left as it is.',
  body: v.strictObject({
    id: runId,
    /** Of this version or an older one: a run kept in a browser may be older than its server. */
    plan: anyPlan,
  }),
  status: 201,
  answer: v.object({ id: v.string() }),
  problems: [400, 413, 422],
});

export const getRun = endpoint('GET /runs/{id}', {
  says: 'One run with its events in order',
  answer: RunSchema,
  problems: [404, 422],
});

export const appendEvents = endpoint('POST /runs/{id}/events', {
  says: 'Adds events to a run, each id once, and names those that are not sound: they must not come again',
  body: v.strictObject({ events: v.pipe(v.array(anyEvent), v.minLength(1), v.maxLength(500)) }),
  answer: v.object({
    stored: v.array(v.string()),
    refused: v.array(v.object({ id: v.string(), problem: v.string() })),
  }),
  problems: [400, 404, 413],
});

export const makeCodes = endpoint('POST /runs/{id}/codes', {
  says: 'The codes by which screens and phones follow a run, made when it has none yet',
  answer: v.object({ watch: v.string(), squad: v.string(), remote: v.string() }),
  problems: [404],
});

export const tellClock = endpoint('POST /runs/{id}/clock', {
  says: 'How the leading desk tells that its clock stands to the server\u2019s',
  body: v.strictObject({ clockOffsetMs: v.pipe(v.number(), v.minValue(-8.64e13), v.maxValue(8.64e13)) }),
  answer: null,
  problems: [400, 404],
});

export const tellPulse = endpoint('POST /runs/{id}/pulse', {
  says: 'What a desk has walls show of heart rates; null shows none any more. It is kept nowhere',
  body: v.strictObject({ pulse: v.nullable(PulseOnWallSchema) }),
  answer: null,
  problems: [400, 404],
});

/** An entry of a phone under a name that could not be placed. */
export const WaitingEntrySchema = v.object({
  id: v.string(),
  phone: v.string(),
  name: v.string(),
  at: time,
  command: EnteredSchema,
});
export type WaitingEntry = v.InferOutput<typeof WaitingEntrySchema>;

export const listWaiting = endpoint('GET /runs/{id}/waiting', {
  says: 'What phones entered for names that were not placed: it waits until somebody says whose it is',
  answer: v.array(WaitingEntrySchema),
});

export const settleWaiting = endpoint('POST /runs/{id}/waiting/{entry}', {
  says: 'Says whose a waiting entry is: it is written down for that person, or left out for nobody',
  body: v.strictObject({ person: v.nullable(v.pipe(v.string(), v.maxLength(64))) }),
  answer: null,
  problems: [400, 404, 422],
});
