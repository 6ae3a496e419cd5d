import * as v from 'valibot';
import { type MakeId, type Plan, parsePlan, readWeight, type WeightUnit, withRounds } from '../../class/index.ts';
import { keyOf } from '../../moves/index.ts';
import { momentOf } from '../../record/index.ts';
import { type RunCommand, type RunEvent, RunEventSchema, totals } from '../../time/index.ts';
import { CLASS_ALSO, CLASS_COLUMNS, type ClassColumn, classKey, type RowProblem, readClassRows } from './class-csv.ts';
import { columnsBy } from './columns.ts';
import { type DayOrder, dayOf, dayOrderOf } from './days.ts';
import type { RecordPerson, RecordsFile } from './records.ts';

/*
 * A table of several classes, and of when they were held: last year's spreadsheet. Rows with a date become runs of the log.
 */

/** The columns of such a table: those of a class, and when, for whom and how it was. */
export const BOOK_COLUMNS = ['date', 'start', 'class', 'came', 'person', 'effort', 'remark', ...CLASS_COLUMNS] as const;
export type BookColumn = (typeof BOOK_COLUMNS)[number];

const ALSO: Record<BookColumn, readonly string[]> = {
  ...CLASS_ALSO,
  date: ['day', 'when', 'session date', 'class date'],
  start: ['start time', 'starts', 'began'],
  class: ['class name', 'class title', 'workout', 'session', 'programme', 'program', 'wod'],
  came: ['attendance', 'attended', 'people', 'headcount', 'who came', 'who', 'present', 'numbers', 'pax'],
  person: ['member', 'client', 'participant', 'athlete'],
  effort: ['rpe', 'how hard', 'felt', 'exertion'],
  remark: ['comment', 'comments', 'remarks', 'how it went', 'note'],
};

/** Guesses the columns of a table by their heads; beside a column of moves, one called "name" is that of people. */
export function guessBookColumns(header: readonly string[]): (BookColumn | null)[] {
  const exact = header.map((head) => BOOK_COLUMNS.find((c) => classKey(head) === c) ?? null);
  const others = columnsBy(
    header.map((head, k) => (exact[k] ? '' : head)),
    BOOK_COLUMNS.filter((c) => !exact.includes(c)),
    ALSO,
    classKey,
  );
  const found = header.map((_, k) => exact[k] ?? others[k] ?? null);
  const name = header.findIndex((head) => classKey(head) === 'name');
  const moves = header.findIndex((head) => ['move', 'exercise', 'movement', 'station'].includes(classKey(head)));
  if (name < 0 || moves < 0 || found.includes('person')) return found;
  return found.map((c, k) => (k === name ? 'person' : k === moves ? 'move' : c));
}

/** What is known here, and how to make what is not. */
export interface BookGiven {
  /** The name of a class where the table has none. */
  title: string;
  makeId: MakeId;
  unit: WeightUnit;
  zone: string;
  /** YYYY-MM-DD; a date without a year is the last one up to it. */
  today: string;
  /** Classes that are there already. */
  classes: readonly Plan[];
  people: readonly RecordPerson[];
}

/** A run as the table tells it. */
export interface BookRun {
  id: string;
  day: string;
  title: string;
  came: number | null;
  /** Sets of which something is written down. */
  entries: number;
}

/** A table of classes as it is read, before anything of it is written. */
export interface ClassBook {
  /** Classes that are not there yet. */
  plans: Plan[];
  /** Titles of those that are. */
  known: string[];
  runs: BookRun[];
  /** The runs and their people, as a file of records has them. */
  records: RecordsFile;
  problems: RowProblem[];
  /** How days were read, where they could be read in another way. */
  told: string[];
}

type Cells = Partial<Record<BookColumn, string>>;

interface Row {
  cells: Cells;
  row: readonly string[];
  at: number;
}

/** Rows that belong together: one class, and the day it was held, where they say one. */
interface Session {
  title: string;
  day: string | null;
  start: string | null;
  rows: Row[];
}

/**
 * Reads a table of classes.
 * @param gaps the rows, counted from 0, before which a row is blank
 */
export function readClassBook(
  columns: readonly (BookColumn | null)[],
  rows: readonly (readonly string[])[],
  gaps: readonly number[],
  header: readonly string[],
  given: BookGiven,
): ClassBook {
  const problems: RowProblem[] = [];
  const order = dayOrderOf(rows.flatMap((row) => columns.flatMap((c, k) => (c === 'date' ? [row[k] ?? ''] : []))));
  const sessions = sessionsOf(columns, rows, gaps, header, order, given, problems);
  const book: ClassBook = {
    plans: [],
    known: [],
    runs: [],
    records: { people: [], runs: [], problems: [] },
    problems,
    told:
      order === 'either'
        ? ['Days are read as day, month, year.']
        : order === 'monthFirst'
          ? ['Days are read as month, day, year.']
          : [],
  };
  const classColumns = columns.map((c) =>
    (CLASS_COLUMNS as readonly string[]).includes(c ?? '') ? (c as ClassColumn) : null,
  );
  const classes = new Map<string, Plan>();
  const people = new People(given.people, given.makeId);
  for (const session of sessions) {
    const plan = classOf(session, classColumns, classes, given, book);
    if (!plan) {
      problems.push({
        row: session.rows[0]?.at ?? 0,
        column: 'class',
        message: `There is no class called ${session.title}, and no move here`,
      });
      continue;
    }
    if (session.day !== null) runOf(session, session.day, plan, people, given, book);
  }
  book.records.people.push(...people.added);
  return book;
}

const same = (a: string, b: string) => keyOf(a) === keyOf(b);

/** A title as a part of an id: its letters and digits, and a number that tells it from others. */
function slugOf(title: string): string {
  const sum = [...keyOf(title)].reduce((n, letter) => (n * 31 + (letter.codePointAt(0) ?? 0)) % 2_147_483_647, 7);
  return `${classKey(title)
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 30)}-${sum.toString(36)}`;
}

/** Blank cells below a date or a title are merged ones: they say what stands above. */
function sessionsOf(
  columns: readonly (BookColumn | null)[],
  rows: readonly (readonly string[])[],
  gaps: readonly number[],
  header: readonly string[],
  order: DayOrder,
  { title, today }: BookGiven,
  problems: RowProblem[],
): Session[] {
  const sessions: Session[] = [];
  const blankBefore = new Set(gaps);
  const isNamed = columns.includes('class') || columns.includes('date');
  let heading: string | null = null;
  let nth = 0;
  rows.forEach((row, at) => {
    const cells: Cells = {};
    columns.forEach((c, k) => {
      const text = (row[k] ?? '').trim();
      if (c !== null && text !== '') cells[c] ??= text;
    });
    const filled = row.filter((cell) => cell.trim() !== '');
    if (filled.length === 0 || row.every((cell, k) => same(cell, header[k] ?? ''))) return;
    const isGap = blankBefore.has(at);
    const now = sessions.at(-1);
    // A line of its own over a list: the name of the class.
    if (filled.length === 1 && !cells.date && (isGap || at === 0) && !isNamed) {
      heading = filled[0]?.trim() ?? null;
      return;
    }
    const day = cells.date === undefined ? null : dayOf(cells.date, order, today);
    if (cells.date !== undefined && day === null)
      problems.push({ row: at, column: 'date', message: `\u201c${cells.date}\u201d is no day` });
    const isNewDay = day !== null && day !== now?.day;
    const isNewTitle = cells.class !== undefined && !same(cells.class, now?.title ?? '');
    const isNew = !now || heading !== null || isNewDay || isNewTitle || (isGap && !isNamed);
    if (isNew) {
      nth += isNamed || heading !== null ? 0 : 1;
      sessions.push({
        title: cells.class ?? heading ?? (isNamed ? (now?.title ?? title) : nth === 1 ? title : `${title} ${nth}`),
        day: day ?? (isNewTitle && !isGap ? (now?.day ?? null) : null),
        start: cells.start ?? null,
        rows: [],
      });
      heading = null;
    }
    sessions.at(-1)?.rows.push({ cells, row, at });
  });
  return sessions;
}

/** The class that a session is one of: of the table, or one that is there already. */
function classOf(
  { title, rows }: Session,
  columns: readonly (ClassColumn | null)[],
  classes: Map<string, Plan>,
  given: BookGiven,
  book: ClassBook,
): Plan | null {
  const key = keyOf(title);
  const before = classes.get(key);
  // Several rows of a move are several people, or several rounds, of it: the first of them is the class's.
  const first = new Map<string, Row>();
  for (const r of rows) {
    const of = `${keyOf(r.cells.block ?? '')}: ${keyOf(r.cells.move ?? '')}`;
    if (r.cells.move !== undefined && !first.has(of)) first.set(of, r);
  }
  const moves = [...first.values()];
  const read =
    moves.length === 0
      ? null
      : readClassRows(
          columns,
          moves.map((r) => ofOneRound(r.row, columns)),
          { title, makeId: given.makeId, unit: given.unit },
        );
  for (const p of read?.problems ?? []) book.problems.push({ ...p, row: moves[p.row]?.at ?? p.row });
  const plan = read && read.plan.blocks.length > 0 ? withRoundsOf(rows, read.plan) : null;
  if (before) return plan ? { ...plan, id: before.id, title: before.title } : before;
  const there = given.classes.find((p) => same(p.title, title)) ?? null;
  const made = plan ?? there;
  if (!made) return null;
  const isThere = there !== null && (plan === null || alike(plan, there));
  const kept = isThere ? { ...made, id: there.id, title: there.title } : made;
  classes.set(key, kept);
  if (isThere) book.known.push(there.title);
  else book.plans.push(kept);
  return kept;
}

/** A row whose counts are those of several rounds, with the first of them: what a round of the class asks for. */
const ofOneRound = (row: readonly string[], columns: readonly (ClassColumn | null)[]): readonly string[] =>
  row.map((cell, k) => (columns[k] === 'reps' && countsIn(cell).length > 1 ? String(countsIn(cell)[0]) : cell));

/** A class has as many rounds as anybody did of a move, where the table says none. */
function withRoundsOf(rows: readonly Row[], plan: Plan): Plan {
  if (rows.some((r) => r.cells.rounds !== undefined)) return plan;
  const sets = new Map<string, number>();
  for (const { cells } of rows) {
    const key = `${keyOf(cells.move ?? '')} of ${keyOf(cells.person ?? '')}`;
    sets.set(key, (sets.get(key) ?? 0) + Math.max(1, countsIn(cells.reps).length));
  }
  const most = Math.min(99, Math.max(1, ...sets.values()));
  return { ...plan, blocks: plan.blocks.map((b) => ({ ...b, format: withRounds(b.format, most) })) };
}

const movesOf = (plan: Plan) => plan.blocks.flatMap((b) => b.stations.map((s) => keyOf(s.move)));

/** Two classes of one name are the same where most of their moves are. */
function alike(a: Plan, b: Plan): boolean {
  const [of, others] = [movesOf(a), new Set(movesOf(b))];
  return of.filter((m) => others.has(m)).length * 2 >= of.length;
}

const whole = (text: string | undefined): number | null => {
  const n = Number((text ?? '').trim().replace(',', '.'));
  return text !== undefined && Number.isFinite(n) && text.trim() !== '' ? n : null;
};

/** A run of a class on a day, with who came, and what is written down of sets. */
function runOf(session: Session, day: string, plan: Plan, people: People, given: BookGiven, book: ClassBook): void {
  if (!parsePlan(plan).ok) return;
  const { title, start, rows } = session;
  const id = `table-${day}-${slugOf(title)}`;
  if (book.runs.some((r) => r.id === id)) return;
  const clock = /^(\d{1,2})[:.](\d{2})/.exec(start ?? plan.slot.start ?? '');
  const time = clock ? `${(clock[1] ?? '').padStart(2, '0')}:${clock[2]}` : USUAL_START;
  const startMs = momentOf({ day, time }, given.zone);
  const endMs = startMs + plan.countInMs + Math.max(60_000, totals(plan).totalMs);
  const entries = entriesOf(rows, plan, people, given, book.problems);
  const { came, commands } = closeOf(rows);
  const steps: [atMs: number, RunCommand][] = [
    [startMs, { type: 'start' }],
    [endMs, { type: 'finish' }],
    ...[...entries, ...commands].map((c): [number, RunCommand] => [endMs, c]),
  ];
  const events = steps.flatMap(([atMs, command], k): RunEvent[] => {
    const event = v.safeParse(RunEventSchema, { ...command, id: `${id}-${k}`, seq: k + 1, atMs });
    if (!event.success)
      book.problems.push({ row: rows[0]?.at ?? 0, column: 'reps', message: `An entry of ${day} cannot be kept` });
    return event.success ? [event.output] : [];
  });
  book.records.runs.push({ id, plan, events });
  book.runs.push({ id, day, title: plan.title, came, entries: entries.filter((c) => c.type === 'reps').length });
}

/** The people of the club by their names in small letters, and those the table adds. */
class People {
  readonly added: RecordPerson[] = [];
  private readonly byName: Map<string, RecordPerson>;
  constructor(
    people: readonly RecordPerson[],
    private readonly makeId: MakeId,
  ) {
    this.byName = new Map(people.map((p) => [keyOf(p.name), p]));
  }
  named(name: string): RecordPerson {
    const known = this.byName.get(keyOf(name));
    if (known) return known;
    const made = { id: this.makeId(), name: [...name].slice(0, 48).join(''), squad: '' };
    this.byName.set(keyOf(name), made);
    this.added.push(made);
    return made;
  }
}

/** The counts that a cell says, one a round: "12/10/8". */
const countsIn = (text: string | undefined): number[] =>
  (text ?? '')
    .split(/[\s,;/]+/)
    .filter((n) => /^\d{1,4}$/.test(n))
    .map(Number);

/** The row that says once how hard a class was as a whole; undefined where rows say it of sets or people. */
function wholeEffort(rows: readonly Row[]): Row | undefined {
  const said = rows.filter((r) => r.cells.effort !== undefined && r.cells.person === undefined);
  return said.length === 1 ? said[0] : undefined;
}

const isRpe = (n: number | null): n is number => n !== null && n >= 0 && n <= 10;

/** What the rows of a session say of sets, a set a round, and how hard it was for whom. */
function entriesOf(
  rows: readonly Row[],
  plan: Plan,
  people: People,
  { unit }: BookGiven,
  problems: RowProblem[],
): RunCommand[] {
  const stations = plan.blocks.flatMap((b) => b.stations);
  const rounds = new Map<string, number>();
  const ofClass = wholeEffort(rows);
  return rows.flatMap((row): RunCommand[] => {
    const { cells, at } = row;
    const person = cells.person === undefined ? undefined : people.named(cells.person).id;
    const said = whole(cells.effort);
    if (said !== null && !isRpe(said))
      problems.push({ row: at, column: 'effort', message: `\u201c${cells.effort}\u201d is none from 0 to 10` });
    const effort = row === ofClass ? null : said;
    const station = stations.find((s) => same(s.move, cells.move ?? ''));
    if (!station) return person !== undefined && isRpe(effort) ? [{ type: 'felt', squad: null, person, effort }] : [];
    const weightKg = cells.weight === undefined ? null : readWeight(cells.weight, unit);
    const counts: (number | null)[] = countsIn(cells.reps);
    if (counts.length === 0 && person !== undefined && (isRpe(effort) || weightKg !== null)) counts.push(null);
    return counts.map((count): RunCommand => {
      const key = `${station.id} ${person ?? ''}`;
      const round = (rounds.get(key) ?? 0) + 1;
      rounds.set(key, round);
      return {
        type: 'reps',
        stationId: station.id,
        round,
        squad: null,
        ...(person === undefined ? {} : { person }),
        count,
        ...(weightKg === null ? {} : { weightKg }),
        ...(isRpe(effort) ? { effort } : {}),
      };
    });
  });
}

/** Who came, how hard it was as a whole, and what was remarked. */
function closeOf(rows: readonly Row[]): { came: number | null; commands: RunCommand[] } {
  const firstOf = (c: BookColumn) => rows.map((r) => r.cells[c]).find((text) => text !== undefined);
  const who = firstOf('came');
  const count = whole(who);
  const names = who === undefined || count !== null ? [] : who.split(/\s*(?:[,;&/]|\band\b)\s*/).filter(Boolean);
  const named = new Set(rows.flatMap((r) => (r.cells.person === undefined ? [] : [keyOf(r.cells.person)])));
  const came = count ?? (names.length || named.size || null);
  const effort = whole(wholeEffort(rows)?.cells.effort);
  const remark = firstOf('remark');
  const commands: RunCommand[] = [
    ...(names.length > 0 ? [note(`Came: ${names.join(', ')}`)] : []),
    ...(remark === undefined ? [] : [note(remark)]),
    {
      type: 'close',
      ...(came !== null && Number.isInteger(came) && came >= 0 && came <= 400 ? { came } : {}),
      ...(isRpe(effort) ? { effort } : {}),
    },
  ];
  return { came, commands };
}

/** When a class began of which only the day is known. */
const USUAL_START = '18:00';

const note = (text: string): RunCommand => ({ type: 'note', stationId: null, round: null, text: text.slice(0, 500) });

/** A sheet of a workbook: its name, and its cells as text. */
export interface Sheet {
  name: string;
  cells: readonly (readonly string[])[];
}

/** A table as it is in a file: its head, its rows without the blank ones, and the rows before which one was blank. */
export interface Table {
  header: string[];
  rows: string[][];
  gaps: number[];
}

/** Rows of cells as a table; the first that is not blank is its head. */
export function tableOf(cells: readonly (readonly string[])[]): Table {
  const table: Table = { header: [], rows: [], gaps: [] };
  let isBlank = false;
  for (const row of cells) {
    const texts = row.map((cell) => cell.trim());
    if (texts.every((text) => text === '')) isBlank = table.rows.length > 0;
    else if (table.header.length === 0) table.header = texts;
    else {
      if (isBlank) table.gaps.push(table.rows.length);
      isBlank = false;
      table.rows.push([...row]);
    }
  }
  return table;
}

/** The sheets of a workbook as one table; where there are several, each is a class by its name, unless it says so itself. */
export function tableOfSheets(sheets: readonly Sheet[]): Table {
  const tables = sheets.map(({ name, cells }) => ({ name, ...tableOf(cells) })).filter((t) => t.rows.length > 0);
  const [only] = tables;
  if (!only) return tableOf([]);
  if (tables.length === 1) return { header: only.header, rows: only.rows, gaps: only.gaps };
  const joined: Table = { header: [...BOOK_COLUMNS], rows: [], gaps: [] };
  for (const { name, header, rows, gaps } of tables) {
    const columns = guessBookColumns(header);
    joined.gaps.push(...[0, ...gaps].map((at) => at + joined.rows.length));
    for (const row of rows)
      joined.rows.push(
        BOOK_COLUMNS.map((c) => {
          const k = columns.indexOf(c);
          return k >= 0 ? (row[k] ?? '') : c === 'class' && !columns.includes('class') ? name : '';
        }),
      );
  }
  return joined;
}
