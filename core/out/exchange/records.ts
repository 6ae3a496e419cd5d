import * as v from 'valibot';
import { type Plan, type Problem, readStoredPlan } from '../../class/index.ts';
import type { SetRecord } from '../../record/index.ts';
import { localAt } from '../../record/index.ts';
import { type RunCommand, type RunEvent, RunEventSchema } from '../../time/index.ts';
import { writeCsv } from './csv.ts';
import { readJson } from './json-fault.ts';

/*
 * Records in and out; docs/records.md says what stands where.
 */

/** The columns of records as CSV: one row a set, or what is written down of it by a squad or a person. */
export const RECORD_COLUMNS = [
  'run',
  'day',
  'time',
  'class',
  'station',
  'move',
  'side',
  'round',
  'again',
  'layer',
  'squad',
  'person',
  'name',
  'planned_s',
  'actual_s',
  'reps',
  'weight_kg',
  'effort',
  'note',
] as const;

/** A person as records name them. */
export interface RecordPerson {
  id: string;
  name: string;
  squad: string;
}

const seconds = (ms: number | null) => (ms === null ? null : Math.round(ms) / 1000);

/**
 * A row of the CSV.
 * @param names of people, by id; one that is not known has none
 * @param zone in which days and times are told
 */
export function recordRow(
  run: { id: string; title: string; startedAtMs: number },
  s: SetRecord,
  names: ReadonlyMap<string, string>,
  zone: string,
): (string | number | null)[] {
  const at = localAt(s.startedAtMs ?? run.startedAtMs, zone);
  return [
    run.id,
    at.day,
    at.time,
    run.title,
    s.stationId,
    s.move,
    s.side,
    s.round,
    s.again,
    s.layer,
    s.squad,
    s.person,
    s.person === null ? null : (names.get(s.person) ?? null),
    seconds(s.plannedMs),
    seconds(s.actualMs),
    s.reps,
    s.weightKg,
    s.effort,
    s.note,
  ];
}

/** Rows as CSV, with the names of the columns or without. */
export function recordsCsv(rows: readonly (readonly (string | number | null)[])[], withHeader = true): string {
  const all = writeCsv(RECORD_COLUMNS, rows);
  return withHeader ? all : all.slice(all.indexOf('\n') + 1);
}

/** An entry for a set of a run, from a file. */
export interface RecordEntry {
  runId: string;
  /** The name of a person, where they are named. */
  personName: string | null;
  command: Extract<RunCommand, { type: 'reps' }>;
}

const number = (text: string) => (text.trim() === '' ? null : Number(text.trim().replace(',', '.')));

/**
 * Reads rows of such a CSV, by the names of its columns: those with reps, a weight, an effort or a note are what was written down; the others
 * tell times, which the run knows itself. Rows that cannot be read are named by their line.
 */
export function readRecordRows(rows: readonly Readonly<Record<string, string>>[]): {
  entries: RecordEntry[];
  problems: Problem[];
} {
  const entries: RecordEntry[] = [];
  const problems: Problem[] = [];
  for (const [k, row] of rows.entries()) {
    const cell = (name: (typeof RECORD_COLUMNS)[number]) => (row[name] ?? '').replace(/^'(?=[=+\-@\t\r])/, '').trim();
    const [reps, weightKg, effort, note] = [
      number(cell('reps')),
      number(cell('weight_kg')),
      number(cell('effort')),
      cell('note'),
    ];
    if (reps === null && weightKg === null && effort === null && note === '') continue;
    const again = number(cell('again')) ?? 1;
    const person = cell('person');
    const command = {
      type: 'reps',
      stationId: cell('station') || null,
      round: number(cell('round')),
      squad: cell('squad') || null,
      ...(cell('side') === '' ? {} : { side: cell('side') }),
      ...(again > 1 ? { again } : {}),
      ...(person === '' ? {} : { person }),
      count: reps,
      ...(weightKg === null ? {} : { weightKg }),
      ...(effort === null ? {} : { effort }),
      ...(note === '' ? {} : { note }),
    };
    const read = v.safeParse(RunEventSchema, { ...command, id: 'row-of-csv', seq: 1, atMs: 0 });
    // The first line holds the names of the columns.
    const path = `line ${k + 2}`;
    if (cell('run') === '') problems.push({ path, message: 'names no run' });
    else if (!read.success) {
      const issue = read.issues[0];
      problems.push({ path, message: `${issue.path?.map((p) => String(p.key)).join('.') ?? 'row'}: ${issue.message}` });
    } else if (read.output.type === 'reps') {
      const { id: _, seq: __, atMs: ___, by: ____, ...bare } = read.output;
      entries.push({ runId: cell('run'), personName: cell('name') || null, command: bare });
    }
  }
  return { entries, problems };
}

const FORMAT = 'odd-round/records';
const VERSION = 1;

/** A run with all it takes to bring it in again; its sets are told for whoever reads the file, and read from its events again. */
export interface RecordedRun {
  id: string;
  plan: Plan;
  events: readonly RunEvent[];
  sets: readonly SetRecord[];
}

/** The parts of records as JSON, so that a long file can be written run by run. */
export const recordsJson = {
  open: (people: readonly RecordPerson[]) =>
    `{"format": "${FORMAT}", "version": ${VERSION}, "people": ${JSON.stringify(people)}, "runs": [`,
  run: (run: RecordedRun, isFirst: boolean) => `${isFirst ? '' : ','}\n${JSON.stringify(run)}`,
  close: '\n]}\n',
};

const EnvelopeSchema = v.object({
  format: v.literal(FORMAT),
  version: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(VERSION)),
  people: v.optional(
    v.array(
      v.object({
        id: v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{1,64}$/)),
        name: v.pipe(v.string(), v.minLength(1), v.maxLength(48)),
        squad: v.optional(v.pipe(v.string(), v.maxLength(80)), ''),
      }),
    ),
    [],
  ),
  runs: v.array(v.object({ id: v.unknown(), plan: v.unknown(), events: v.array(v.unknown()) })),
});

/** The content of a file of records. */
export interface RecordsFile {
  people: RecordPerson[];
  runs: { id: string; plan: Plan; events: RunEvent[] }[];
  problems: Problem[];
}

/** Whether a text is of the JSON kind. */
export const isRecordsJson = (text: string) => text.trimStart().startsWith('{');

/** Reads records as JSON; runs that cannot be read are named, entries of them that cannot are counted. */
export function readRecordsJson(text: string): RecordsFile {
  const json = readJson(text);
  if (!json.ok) return { people: [], runs: [], problems: json.problems };
  const envelope = v.safeParse(EnvelopeSchema, json.value);
  if (!envelope.success)
    return { people: [], runs: [], problems: [{ path: 'file', message: 'This is no file of records of Odd Round' }] };
  const problems: Problem[] = [];
  const runs: RecordsFile['runs'] = [];
  for (const [k, run] of envelope.output.runs.entries()) {
    const path = `run ${k + 1}`;
    const plan = readStoredPlan(run.plan, { ran: true });
    if (typeof run.id !== 'string' || !/^[A-Za-z0-9_-]{8,64}$/.test(run.id))
      problems.push({ path, message: 'has no id' });
    else if (!plan.ok) problems.push({ path, message: `${plan.problems[0]?.path}: ${plan.problems[0]?.message}` });
    else {
      const events = run.events.flatMap((one) => {
        const event = v.safeParse(RunEventSchema, one);
        return event.success ? [event.output] : [];
      });
      if (events.length < run.events.length)
        problems.push({ path, message: `${run.events.length - events.length} of its entries cannot be read` });
      runs.push({ id: run.id, plan: plan.value.plan, events });
    }
  }
  return { people: envelope.output.people, runs, problems };
}
