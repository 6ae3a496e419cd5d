import { readFile } from 'node:fs/promises';
import { text as readAll } from 'node:stream/consumers';
import { parseArgs } from 'node:util';
import type { Plan } from '../core/class/index.ts';
import { isShorthand, readShorthand } from '../core/class/index.ts';
import { readNotes } from '../core/notes/index.ts';
import { readPlanFile } from '../core/out/index.ts';
import { planProblems } from '../core/time/index.ts';
import { shippedLibrary } from '../server/library/read.ts';
import type { AdminCommand } from './admin.ts';
import { COMMANDS, type OutputForm } from './commands.ts';
import { guessedWords, readAsNotes } from './notes.ts';
import type { Streams } from './streams.ts';

const USAGE = `odd-round <command> [file] [--json | --csv]

  timeline   the intervals of each class, to the second
  totals     total, work, rest, breaks, clock times
  cues       what sounds and is said, when
  check      what an experienced instructor would point out
  shorthand  a plan file as shorthand; shorthand or notes as a plan file
  read       notes as a class: what each piece was taken for, what was guessed, what is left
  validate   says what is wrong, and where

  backup [FILE.zip]    all classes, runs, moves, kit, settings and recordings as one file
  restore FILE.zip     puts a backup in the place of what is there, which is kept aside
  check --data         reads every row of the database; check FILE.zip: of a backup
  salvage [FILE.zip]   a backup of what can still be read of a damaged database

The file is a plan file (JSON), shorthand, or notes as an instructor writes them; of notes, what was guessed is told on the
error stream. Without one, or with -, standard input is read. The last four work on the
database of DATA_DIR, while no server runs on it, or of DATABASE_URL.
Exit code 0: done. 1: the input is bad. 2: the command is.
`;

/** Runs the command line; gives the exit code: 0, 1 for a bad input, 2 for misuse. */
export async function main(args: string[], { stdin, stdout, stderr }: Streams = process): Promise<number> {
  const asked = readArgs(args);
  if (asked === null) {
    stderr.write(USAGE);
    return 2;
  }
  if (asked.help) {
    stdout.write(USAGE);
    return 0;
  }
  if (asked.ofData) {
    // What opens a database is loaded only for this.
    const { administer } = await import('./admin.ts');
    return administer(asked.ofData, asked.file === '-' ? null : asked.file, { stdin, stdout, stderr });
  }
  const text = await readInput(asked.file, stdin, stderr);
  if (text === null) return 1;
  if (asked.command === 'read') {
    stdout.write(readAsNotes(text, asked.form));
    return 0;
  }
  const input = readClasses(text);
  for (const line of [...input.problems, ...input.told]) stderr.write(`${line}\n`);
  if (asked.command === 'validate') {
    if (input.problems.length === 0)
      stdout.write(`${input.plans.length} ${input.plans.length === 1 ? 'class' : 'classes'}, nothing wrong\n`);
    return input.problems.length === 0 ? 0 : 1;
  }
  if (input.plans.length > 0) stdout.write(asked.run(input.plans, asked.form, input.wasShorthand));
  return input.problems.length === 0 ? 0 : 1;
}

function readArgs(args: string[]) {
  try {
    const { values, positionals } = parseArgs({
      args,
      allowPositionals: true,
      options: {
        json: { type: 'boolean' },
        csv: { type: 'boolean' },
        data: { type: 'boolean' },
        help: { type: 'boolean', short: 'h' },
      },
    });
    const [command = '', file = '-', ...more] = positionals;
    const help = values.help === true || command === 'help';
    const run = COMMANDS[command];
    const ofData = dataCommand(command, file, values.data === true);
    if (values.data && ofData !== 'check') return null;
    if (
      !help &&
      (more.length > 0 ||
        (!run && !ofData && command !== 'validate' && command !== 'read') ||
        (values.json && values.csv))
    )
      return null;
    const form: OutputForm = values.json ? 'json' : values.csv ? 'csv' : 'table';
    return { command, file, form, help, ofData, run: run ?? (() => '') };
  } catch {
    return null;
  }
}

/** The orders that work on the club's data; `check` does with --data, or on a backup. */
function dataCommand(command: string, file: string, data: boolean): AdminCommand | null {
  if (command === 'check') return data || file.endsWith('.zip') ? 'check' : null;
  return command === 'backup' || command === 'restore' || command === 'salvage' ? command : null;
}

async function readInput(file: string, stdin: Streams['stdin'], stderr: Streams['stderr']): Promise<string | null> {
  try {
    return file === '-' ? await readAll(stdin) : await readFile(file, 'utf8');
  } catch (error) {
    stderr.write(`${file}: ${error instanceof Error ? error.message : 'cannot be read'}\n`);
    return null;
  }
}

interface Input {
  plans: Plan[];
  problems: string[];
  /** What was changed in older classes; nothing wrong with them. */
  told: string[];
  wasShorthand: boolean;
}

/** Classes from a plan file or from shorthand, told apart by the first character. */
function readClasses(text: string): Input {
  if (/^\s*[[{]/.test(text)) {
    const { plans, problems, told } = readPlanFile(text);
    const inside = plans.flatMap((plan) => planProblems(plan).map((p) => `${plan.title}: ${p.path}: ${p.message}`));
    return {
      plans,
      problems: [...problems.map((p) => `${p.path}: ${p.message}`), ...inside],
      told,
      wasShorthand: false,
    };
  }
  if (!isShorthand(text)) {
    const notes = readNotes(text, shippedLibrary());
    const inside = planProblems(notes.plan).map((p) => `${p.path}: ${p.message}`);
    if (notes.plan.blocks.length > 0)
      return { plans: [notes.plan], problems: inside, told: guessedWords(text, notes), wasShorthand: true };
  }
  const { plan, problems } = readShorthand(text);
  if (plan.blocks.length === 0 && problems.length === 0)
    return { plans: [], problems: ['1:1: There is no class here'], told: [], wasShorthand: true };
  const said = problems.map(
    (p) => `${p.line}:${p.column}: ${p.message}${p.suggestion ? ` \u2013 \u201c${p.suggestion}\u201d?` : ''}`,
  );
  return {
    plans: [plan],
    problems: [...said, ...planProblems(plan).map((p) => `${p.path}: ${p.message}`)],
    told: [],
    wasShorthand: true,
  };
}
