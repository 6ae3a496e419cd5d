import * as v from 'valibot';
import { asWord } from '../../core/class/index.ts';
import type { Erased, Trace } from '../../core/wire/index.ts';
import type { Database, Queryable } from './database.ts';
import { anywhere } from './page.ts';
import { findPerson, savePerson } from './people.ts';

/** In the place of an erased name. */
const GONE = 'someone';
/** Places that are listed; somebody who is in more is erased from these first. */
const MOST = 1000;

/** Where instructors write what they like of people. What a class and its moves are called is no such place. */
const TABLES = {
  run_event: {
    key: ['run_id', 'event_id'],
    column: 'event',
    label: `(SELECT r.title || ', ' || to_char(r.started_at, 'FMDD Mon YYYY') FROM run r WHERE r.id = t.run_id)`,
    notes: eventNotes,
  },
  plan: { key: ['id'], column: 'document', label: 't.title', notes: classNotes },
  plan_version: {
    key: ['plan_id', 'version'],
    column: 'document',
    label: `(t.document->>'title') || ', as it was ' || to_char(t.saved_at, 'FMDD Mon YYYY')`,
    notes: classNotes,
  },
  run: {
    key: ['id'],
    column: 'document',
    label: `t.title || ', as led ' || coalesce(to_char(t.started_at, 'FMDD Mon YYYY'), 'not yet')`,
    notes: classNotes,
  },
  calendar_item: {
    key: ['id'],
    column: 'document',
    label: `coalesce(t.document->>'title', 'the calendar') || ', ' || to_char(t.first_day, 'FMDD Mon YYYY')`,
    notes: (item: unknown) => textAt(item, ['notes'], 'notes in the calendar'),
  },
} as const;
type Table = keyof typeof TABLES;

interface Note {
  path: readonly (string | number)[];
  /** Which of the texts it is. */
  what: string;
  text: string;
}

function textAt(document: unknown, path: Note['path'], what: string): Note[] {
  let value = document;
  for (const key of path)
    value = typeof value === 'object' && value !== null ? (value as Record<string | number, unknown>)[key] : undefined;
  return typeof value === 'string' ? [{ path, what, text: value }] : [];
}

function eventNotes(event: unknown): Note[] {
  return [
    ...textAt(event, ['note'], 'a note of a set'),
    ...textAt(event, ['text'], 'a note while leading'),
    ...textAt(event, ['next'], 'for next time'),
  ];
}

function classNotes(plan: unknown): Note[] {
  const blocks = v.safeParse(
    v.object({ blocks: v.array(v.object({ title: v.optional(v.string(), 'a block') })) }),
    plan,
  );
  return [
    ...textAt(plan, ['notes'], 'notes of the class'),
    ...(blocks.success ? blocks.output.blocks : []).flatMap(({ title }, k) =>
      textAt(plan, ['blocks', k, 'notes'], `notes of ${title}`),
    ),
  ];
}

const PlaceSchema = v.pipe(
  v.string(),
  v.parseJson(),
  v.tuple([
    v.picklist(Object.keys(TABLES) as Table[]),
    v.array(v.union([v.string(), v.number()])),
    v.array(v.union([v.string(), v.number()])),
  ]),
);
type TextPlace = v.InferOutput<typeof PlaceSchema>;

/**
 * The notes in which a person’s name stands as a word by itself, as it is written. A number or a single letter is no word. Null when there is
 * no such person.
 */
export async function tracesOf(db: Queryable, id: string): Promise<Trace[] | null> {
  const person = await findPerson(db, id);
  if (!person) return null;
  if (!/\p{L}.*\p{L}/u.test(person.name)) return [];
  const word = asWord(person.name);
  const traces: Trace[] = [];
  for (const table of Object.keys(TABLES) as Table[]) {
    const { key, column, label, notes } = TABLES[table];
    const rows = await db.query<Record<string, unknown> & { document: unknown; label: string | null }>(
      `SELECT ${key.map((k) => `t.${k}`).join(', ')}, t.${column} AS document, ${label} AS label
       FROM ${table} t WHERE t.${column}::text LIKE $1 ORDER BY ${key.map((_, k) => k + 1).join(', ')} LIMIT $2`,
      [anywhere(JSON.stringify(person.name).slice(1, -1)), MOST],
    );
    for (const row of rows)
      for (const { path, what, text } of notes(row.document))
        if (text.search(word) >= 0) {
          const place: TextPlace = [table, key.map((k) => row[k] as string | number), [...path]];
          traces.push({ id: JSON.stringify(place), where: `${row.label ?? 'a class'}: ${what}`, text });
        }
  }
  return traces.slice(0, MOST);
}

/**
 * Erases a person: their name is gone, what straps told of them, what waits under their name, and the name out of the notes that are named. What
 * they did stays, of an id that names nobody. Gives all it takes to undo it; null when there is no such person.
 */
export function erasePerson(db: Database, id: string, traceIds: readonly string[]): Promise<Erased | null> {
  return db.transaction(async (tx) => {
    const person = await findPerson(tx, id);
    const traces = await tracesOf(tx, id);
    if (!person || !traces) return null;
    const chosen = new Set(traceIds);
    const texts: Erased['texts'] = [];
    for (const trace of traces.filter((t) => chosen.has(t.id))) {
      await writeNote(tx, trace.id, trace.text.replace(asWord(person.name), GONE));
      texts.push({ id: trace.id, was: trace.text });
    }
    const pulses = await tx.query<{ runId: string; eventId: string; of: unknown[] }>(
      `SELECT run_id AS "runId", event_id AS "eventId", event->'of' AS of FROM run_event
       WHERE event->>'type' = 'pulse' AND event @> jsonb_build_object('of', jsonb_build_array(jsonb_build_object('person', $1::text)))`,
      [id],
    );
    for (const pulse of pulses)
      await writePulse(
        tx,
        pulse,
        pulse.of.filter((o) => (o as { person?: unknown }).person !== id),
      );
    await tx.query('DELETE FROM waiting_entry WHERE lower(name) = lower($1)', [person.name]);
    await tx.query('DELETE FROM person WHERE id = $1', [id]);
    await makeAnew(tx, texts);
    return { person, texts, pulses };
  });
}

/** Undoes an erasing: the person, and the notes that nobody has changed since; false where somebody else has the name by now. */
export function unerasePerson(db: Database, { person, texts, pulses }: Erased): Promise<boolean> {
  return db.transaction(async (tx) => {
    if (!(await savePerson(tx, person))) return false;
    const word = asWord(person.name);
    const back: Erased['texts'] = [];
    for (const text of texts)
      if ((await readNote(tx, text.id)) === text.was.replace(word, GONE)) {
        await writeNote(tx, text.id, text.was);
        back.push(text);
      }
    for (const pulse of pulses) await writePulse(tx, pulse, pulse.of);
    await makeAnew(tx, back);
    return true;
  });
}

const writePulse = (tx: Queryable, { runId, eventId }: { runId: string; eventId: string }, of: readonly unknown[]) =>
  tx.query(
    `UPDATE run_event SET event = jsonb_set(event, '{of}', $3::jsonb)
     WHERE run_id = $1 AND event_id = $2 AND event->>'type' = 'pulse'`,
    [runId, eventId, JSON.stringify(of)],
  );

/** The place of a note, where its id names one that there can be. */
function placeOf(id: string): TextPlace | null {
  const place = v.safeParse(PlaceSchema, id);
  return place.success && place.output[1].length === TABLES[place.output[0]].key.length ? place.output : null;
}

const whereOf = (table: Table) => TABLES[table].key.map((k, n) => `${k}::text = $${n + 1}`).join(' AND ');

async function readNote(tx: Queryable, id: string): Promise<string | null> {
  const place = placeOf(id);
  if (!place) return null;
  const [table, keys, path] = place;
  const { column, notes } = TABLES[table];
  const [row] = await tx.query<{ document: unknown }>(
    `SELECT ${column} AS document FROM ${table} WHERE ${whereOf(table)}`,
    keys.map(String),
  );
  return notes(row?.document).find((n) => JSON.stringify(n.path) === JSON.stringify(path))?.text ?? null;
}

async function writeNote(tx: Queryable, id: string, text: string): Promise<void> {
  const place = placeOf(id);
  if (!place) return;
  const [table, keys, path] = place;
  const { column } = TABLES[table];
  const n = keys.length;
  await tx.query(
    `UPDATE ${table} SET ${column} = jsonb_set(${column}, $${n + 1}::text[], to_jsonb($${n + 2}::text)) WHERE ${whereOf(table)}`,
    [...keys.map(String), path.map(String), text],
  );
}

/** The records of the runs whose notes were changed are made again, and no others. */
async function makeAnew(tx: Queryable, texts: Erased['texts']): Promise<void> {
  const runs = texts.flatMap(({ id }) => {
    const [table, [run]] = placeOf(id) ?? ['', []];
    return table === 'run_event' ? [run] : [];
  });
  await tx.query('DELETE FROM run_record WHERE run_id = ANY ($1)', [[...new Set(runs)]]);
}
