import { nanoid } from 'nanoid';
import type { WeightUnit } from '../../../core/class/index.ts';
import { clipText, duplicatePlan, isShorthand, readShorthand, writeShorthand } from '../../../core/class/index.ts';
import { type Library, withUsualSides } from '../../../core/moves/index.ts';
import { readNotes } from '../../../core/notes/index.ts';
import { type ClassColumn, guessClassColumns, type PlanFile, readClassRows } from '../../../core/out/index.ts';

/** What a file of classes is: a plan file, a table, or a class as it is typed. */
export type FileKind = 'plan' | 'table' | 'text';

/** Tells what a file is by its name, and by what is in it where that says nothing. */
export function kindOf(name: string, text: string): FileKind {
  if (/\.json$/i.test(name) || /^\s*[[{]/.test(text)) return 'plan';
  if (/\.(csv|tsv)$/i.test(name)) return 'table';
  const [first = ''] = text.split('\n');
  return guessClassColumns(first.split(/[,;\t]/)).filter(Boolean).length >= 2 ? 'table' : 'text';
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

/** A table of moves as a class, by what each column is taken as. */
export function readTableOf(
  name: string,
  columns: readonly (ClassColumn | null)[],
  rows: readonly (readonly string[])[],
  unit: WeightUnit,
): PlanFile {
  const { plan, problems } = readClassRows(columns, rows, { title: titleOf(name), makeId: () => nanoid(12), unit });
  // The head is the first row of the file.
  const told = problems.map((p) => ({ path: `row ${p.row + 2}, ${p.column}`, message: p.message }));
  return { plans: plan.blocks.length === 0 ? [] : [plan], problems: told, told: [], moves: [] };
}
