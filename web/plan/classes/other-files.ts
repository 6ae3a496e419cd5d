import { nanoid } from 'nanoid';
import { clipText, duplicatePlan, isShorthand, readShorthand, writeShorthand } from '../../../core/class/index.ts';
import { type Library, withUsualSides } from '../../../core/moves/index.ts';
import { readNotes } from '../../../core/notes/index.ts';
import {
  type BookColumn,
  type BookGiven,
  type ClassBook,
  guessBookColumns,
  type PlanFile,
  readClassBook,
  type Table,
} from '../../../core/out/index.ts';
import { localAt } from '../../../core/record/index.ts';

/** What a file of classes is: a plan file, a table, or a class as it is typed. */
export type FileKind = 'plan' | 'table' | 'text' | 'workbook';

/** Tells what a file is by its name, and by what is in it where that says nothing. */
export function kindOf(name: string, text: string): FileKind {
  if (/\.xlsx$/i.test(name)) return 'workbook';
  if (/\.json$/i.test(name) || /^\s*[[{]/.test(text)) return 'plan';
  if (/\.(csv|tsv)$/i.test(name)) return 'table';
  const [first = ''] = text.split('\n');
  return guessBookColumns(first.split(/[,;\t]/)).filter(Boolean).length >= 2 ? 'table' : 'text';
}

const titleOf = (name: string) => clipText(name.replace(/\.[^.]+$/, ''), 80) || 'Class';

/** A class as it is typed; what is not understood is told, the rest of it comes in. */
export function readTyped(name: string, text: string, library: Library): PlanFile {
  if (!isShorthand(text)) return readAsNotes(name, text, library);
  const { plan, problems } = readShorthand(text);
  const told = problems.map((p) => ({ path: `line ${p.line}`, message: p.message }));
  if (plan.blocks.length === 0)
    return {
      plans: [],
      problems: told.length > 0 ? told : [{ path: 'line 1', message: 'There is no block in it' }],
      told: [],
      moves: [],
    };
  const title = plan.title === 'Class' ? titleOf(name) : plan.title;
  // What Odd Round wrote itself comes back as it is.
  const shared = writeShorthand(plan).trim() === text.trim() ? plan : withUsualSides(plan, library);
  return { plans: [{ ...shared, id: nanoid(12), title }], problems: told, told: [], moves: [] };
}

/** Notes as a class; what was guessed and what is left is told. */
function readAsNotes(name: string, text: string, library: Library): PlanFile {
  const { plan, readings, left, told } = readNotes(text, library);
  if (plan.blocks.length === 0)
    return { plans: [], problems: [{ path: 'line 1', message: 'There is no class in it' }], told: [], moves: [] };
  const line = (at: number) => `line ${text.slice(0, at).split('\n').length}`;
  const title = plan.title === 'Class' ? titleOf(name) : plan.title;
  return {
    plans: [
      withUsualSides(
        duplicatePlan(plan, () => nanoid(12), title),
        library,
      ),
    ],
    problems: [],
    told: [
      ...readings.filter((r) => r.sure === 'guessed').map((r) => `${line(r.from)}: guessed: ${r.words}`),
      ...left.map((l) => `${line(l.from)}: kept as a note: ${l.text}`),
      ...told,
    ],
    moves: [],
  };
}

/** A table as it was read, and what its columns are taken as. */
export interface TableFile extends Table {
  name: string;
  columns: (BookColumn | null)[];
}

/** A table of classes and of when they were held, by what each column is taken as; nothing of it is written yet. */
export function readTableOf(
  { name, columns, rows, gaps, header }: TableFile,
  given: Pick<BookGiven, 'unit' | 'classes' | 'people'>,
): { file: PlanFile; book: ClassBook } {
  const book = readClassBook(columns, rows, gaps, header, {
    ...given,
    title: titleOf(name),
    makeId: () => nanoid(12),
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    today: localAt(Date.now(), Intl.DateTimeFormat().resolvedOptions().timeZone).day,
  });
  // The head is the first row of the file.
  const problems = book.problems.map((p) => ({ path: `row ${p.row + 2}, ${p.column}`, message: p.message }));
  return { file: { plans: book.plans, problems, told: book.told, moves: [] }, book };
}

/** The titles of classes that a table names. */
export const titlesIn = ({ columns, rows }: Pick<TableFile, 'columns' | 'rows'>): string[] => {
  const at = columns.indexOf('class');
  return at < 0 ? [] : [...new Set(rows.map((row) => (row[at] ?? '').trim()).filter(Boolean))];
};
