import { readFile } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { text as readAll } from 'node:stream/consumers';
import { parseArgs } from 'node:util';
import { readPlanFile } from '../core/formats/index.ts';
import type { Plan } from '../core/plan/index.ts';
import { readShorthand } from '../core/shorthand/index.ts';
import { planProblems } from '../core/timeline/index.ts';
import { COMMANDS, type OutputForm } from './commands.ts';

const USAGE = `odd-round <command> [file] [--json | --csv]

  timeline   the intervals of each class, to the second
  totals     total, work, rest, breaks, clock times
  cues       what sounds and is said, when
  check      what an experienced instructor would point out
  shorthand  a plan file as shorthand; shorthand as a plan file
  validate   says what is wrong, and where

The file is a plan file (JSON) or shorthand; without one, or with -, standard input is read.
Exit code 0: done. 1: the input is bad. 2: the command is.
`;

/** Where the command line reads and writes. */
export interface Streams {
  stdin: Readable;
  stdout: { write(text: string): unknown };
  stderr: { write(text: string): unknown };
}

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
  const text = await readInput(asked.file, stdin, stderr);
  if (text === null) return 1;
  const input = readClasses(text);
  for (const line of input.problems) stderr.write(`${line}\n`);
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
      options: { json: { type: 'boolean' }, csv: { type: 'boolean' }, help: { type: 'boolean', short: 'h' } },
    });
    const [command = '', file = '-', ...more] = positionals;
    const help = values.help === true || command === 'help';
    const run = COMMANDS[command];
    if (!help && (more.length > 0 || (!run && command !== 'validate') || (values.json && values.csv))) return null;
    const form: OutputForm = values.json ? 'json' : values.csv ? 'csv' : 'table';
    return { command, file, form, help, run: run ?? (() => '') };
  } catch {
    return null;
  }
}

async function readInput(file: string, stdin: Readable, stderr: Streams['stderr']): Promise<string | null> {
  try {
    return file === '-' ? await readAll(stdin) : await readFile(file, 'utf8');
  } catch (error) {
    stderr.write(`${file}: ${error instanceof Error ? error.message : 'cannot be read'}\n`);
    return null;
  }
}

/** Classes from a plan file or from shorthand, told apart by the first character. */
function readClasses(text: string): { plans: Plan[]; problems: string[]; wasShorthand: boolean } {
  if (/^\s*[[{]/.test(text)) {
    const { plans, problems } = readPlanFile(text);
    const inside = plans.flatMap((plan) => planProblems(plan).map((p) => `${plan.title}: ${p.path}: ${p.message}`));
    return { plans, problems: [...problems.map((p) => `${p.path}: ${p.message}`), ...inside], wasShorthand: false };
  }
  const { plan, problems } = readShorthand(text);
  if (plan.blocks.length === 0 && problems.length === 0)
    return { plans: [], problems: ['1:1: There is no class here'], wasShorthand: true };
  const said = problems.map(
    (p) => `${p.line}:${p.column}: ${p.message}${p.suggestion ? ` \u2013 \u201c${p.suggestion}\u201d?` : ''}`,
  );
  return {
    plans: [plan],
    problems: [...said, ...planProblems(plan).map((p) => `${p.path}: ${p.message}`)],
    wasShorthand: true,
  };
}
