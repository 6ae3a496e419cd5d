import * as v from 'valibot';
import { documentId, name, SideSchema, text } from '../class/index.ts';
import { ChangeSchema } from '../record/index.ts';
import { FeltSchema } from '../time/index.ts';
import { time } from './documents.ts';
import { endpoint } from './endpoint.ts';
import { planFrom } from './plan-document.ts';

const nullableText = v.nullable(v.string());
const nullableNumber = v.nullable(v.number());

/** A set as it was done, or what is written down of it; see `core/record`. */
export const SetRecordSchema = v.object({
  blockId: nullableText,
  stationId: nullableText,
  move: v.string(),
  side: v.nullable(SideSchema),
  round: nullableNumber,
  again: v.number(),
  layer: nullableText,
  squad: nullableText,
  /** One of the club's people, by id. */
  person: nullableText,
  startedAtMs: nullableNumber,
  plannedMs: nullableNumber,
  actualMs: nullableNumber,
  reps: nullableNumber,
  weightKg: nullableNumber,
  effort: nullableNumber,
  note: v.string(),
});

/** One of the club's people; names are the club's own, short or a number. */
export const PersonSchema = v.object({ id: documentId, name: v.string(), squad: v.string() });
export type Person = v.InferOutput<typeof PersonSchema>;

/** Of whom: a squad, a person, or all together. */
const OF_WHOM = { squad: v.optional(v.string()), person: v.optional(documentId) };

export const listPeople = endpoint('GET /people', {
  says: 'The people of the club, by name',
  answer: v.array(PersonSchema),
});

export const savePerson = endpoint('PUT /people/{id}', {
  says: 'Adds one of the club\u2019s people, or names them anew; two of one name there are not',
  body: v.strictObject({ name: name(24), squad: v.optional(text(40), '') }),
  answer: PersonSchema,
  problems: [400, 422],
});

export const unreadRuns = endpoint('GET /records/unread', {
  says: 'How many runs records are still being made of, as after a restore: sums and searches go by the others meanwhile',
  answer: v.object({ runs: v.number() }),
});

const TraceSchema = v.object({
  id: v.string(),
  /** Where it stands: "Slipway, 12 Nov 2026: a note of a set". */
  where: v.string(),
  text: v.string(),
});
export type Trace = v.InferOutput<typeof TraceSchema>;

export const personTraces = endpoint('GET /people/{id}/traces', {
  says: 'The notes in which a person\u2019s name stands',
  more: 'As a word by itself and as it is written, in notes alone: what classes and moves are called is never looked through.',
  answer: v.object({ traces: v.array(TraceSchema) }),
  problems: [404],
});

const id = v.pipe(v.string(), v.maxLength(400));
const ErasedSchema = v.object({
  person: PersonSchema,
  texts: v.pipe(v.array(v.object({ id, was: v.pipe(v.string(), v.maxLength(10_000)) })), v.maxLength(1000)),
  pulses: v.pipe(v.array(v.object({ runId: id, eventId: id, of: v.array(v.unknown()) })), v.maxLength(20_000)),
});
/** The data that an erasure removed, by which it can be undone. */
export type Erased = v.InferOutput<typeof ErasedSchema>;

export const erasePerson = endpoint('POST /people/{id}/erase', {
  says: 'Erases one of the club\u2019s people, and the name out of the notes that are chosen',
  more: 'What they did stays in the sums, of nobody. Backups made before still have the name. The answer is all it takes to undo it; the server keeps nothing of it.',
  body: v.strictObject({
    /** The ids of traces. */
    traces: v.pipe(v.array(id), v.maxLength(1000)),
  }),
  answer: ErasedSchema,
  problems: [400, 404],
});

export const unerasePerson = endpoint('POST /people/{id}/unerase', {
  says: 'Undoes an erasing by what it answered; notes that were changed since stay as they are',
  body: ErasedSchema,
  answer: null,
  problems: [400, 422],
});

const CountedSetSchema = v.object({ reps: nullableNumber, weightKg: nullableNumber });

export const personRecords = endpoint('GET /people/{id}/records', {
  says: 'What is written down of one person: the latest sessions, or all of them, and the best and last of each move',
  query: v.object({ /** Every session, not the latest fifty alone. */ all: v.optional(v.literal('1')) }),
  answer: v.object({
    person: PersonSchema,
    sessions: v.array(v.object({ runId: v.string(), title: v.string(), at: time, sets: v.array(SetRecordSchema) })),
    /** Sessions that are not among them. */
    more: v.number(),
    bests: v.array(v.object({ move: v.string(), best: CountedSetSchema, last: CountedSetSchema })),
  }),
  problems: [404],
});

const CountedMoveSchema = v.object({
  /** As it was typed last. */
  move: v.string(),
  /** What else it was typed as. */
  names: v.array(v.string()),
  sessions: v.number(),
  lastAt: time,
  /** The most reps of one set of anybody, and the heaviest weight, kg. */
  mostReps: nullableNumber,
  mostKg: nullableNumber,
});
export type CountedMove = v.InferOutput<typeof CountedMoveSchema>;

export const countedMoves = endpoint('GET /records/moves', {
  says: 'The moves of which something was counted, the latest first',
  answer: v.array(CountedMoveSchema),
});

const TrendPointSchema = v.object({
  runId: v.string(),
  title: v.string(),
  at: time,
  sets: v.number(),
  reps: nullableNumber,
  bestReps: nullableNumber,
  firstReps: nullableNumber,
  lastReps: nullableNumber,
  weightKg: nullableNumber,
  volumeKg: nullableNumber,
});
export type TrendPoint = v.InferOutput<typeof TrendPointSchema>;

export const moveTrend = endpoint('GET /records/trend', {
  says: 'A move session by session, by any of its names, for all, a squad or a person; the earliest first',
  query: v.object({ move: v.string(), ...OF_WHOM }),
  answer: v.object({
    points: v.array(TrendPointSchema),
    /** Who has a record of the move. */
    by: v.object({ all: v.boolean(), squads: v.array(v.string()), people: v.array(v.string()) }),
  }),
  problems: [400],
});

const SessionSchema = v.object({
  runId: v.string(),
  planId: v.string(),
  title: v.string(),
  at: time,
  totalMs: v.number(),
  workMs: v.number(),
  effort: nullableNumber,
  effortBy: nullableText,
  squads: v.array(v.string()),
  work: v.array(v.object({ move: v.string(), side: v.nullable(SideSchema), ms: v.number() })),
});
export type Session = v.InferOutput<typeof SessionSchema>;

export const sessionsDone = endpoint('GET /records/sessions', {
  says: 'The sessions that count begun in a time, of a squad or of anybody, the earliest first, with their working time as it was done',
  query: v.object({ since: time, until: time, squad: v.optional(v.string()) }),
  answer: v.array(SessionSchema),
  problems: [400],
});

const PastRunSchema = v.object({
  id: v.string(),
  startedAt: time,
  plan: planFrom({ ran: true }),
  sets: v.array(SetRecordSchema),
  notes: v.array(v.object({ move: nullableText, round: nullableNumber, text: v.string() })),
  /** The word for next time. */
  next: v.string(),
  came: nullableNumber,
  effort: nullableNumber,
  felt: v.array(FeltSchema),
  totalMs: v.number(),
  workMs: v.number(),
  pausedMs: v.number(),
  /** What went otherwise, as changes to the plan. */
  changes: v.array(ChangeSchema),
});
export type PastRun = v.InferOutput<typeof PastRunSchema>;

export const pastRuns = endpoint('GET /records/past', {
  says: 'The last runs of a class that were led to their end, the latest first, at most twelve, but for one',
  query: v.object({ plan: v.string(), not: v.optional(v.string()), limit: v.optional(v.string()) }),
  answer: v.array(PastRunSchema),
  problems: [400],
});

export const exportRecords = endpoint('GET /records/export', {
  says: 'All records, with everything needed to bring them in again',
  answer: { media: 'application/json' },
});

export const exportSets = endpoint('GET /records/sets.csv', {
  says: 'All sets that were done, and what is written down of them, as CSV',
  answer: { media: 'text/csv' },
});

export const importRecords = endpoint('POST /records/import', {
  says: 'Brings records in: of JSON, runs and people that are not there yet; of CSV, sets of runs that are',
  more: 'Nothing counts twice: what is there already stays.',
  body: v.strictObject({ text: v.pipe(v.string(), v.maxLength(30_000_000)) }),
  status: 201,
  answer: v.object({
    runs: v.number(),
    entries: v.number(),
    people: v.number(),
    problems: v.array(v.object({ path: v.string(), message: v.string() })),
  }),
  problems: [400, 413, 422],
});
