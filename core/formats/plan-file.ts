import { type Plan, type Problem, parsePlan } from '../plan/index.ts';
import { jsonFault } from './json-fault.ts';
import { migratePlan } from './migrate.ts';

/** The mark of a plan file, and the newest version of its envelope. */
export const PLAN_FILE_FORMAT = 'odd-round/classes';
export const PLAN_FILE_VERSION = 1;

/** What a plan file gives: the classes that are sound, and what is wrong with the rest, each with its place. */
export interface PlanFile {
  plans: Plan[];
  problems: Problem[];
}

/**
 * Reads the text of a plan file: one class, a list of classes, or the envelope this product writes.
 * Never throws; text that is not JSON gives one problem with its place in the text.
 */
export function readPlanFile(text: string): PlanFile {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    const { line, column } = jsonFault(text);
    return { plans: [], problems: [{ path: `line ${line}, column ${column}`, message: 'This is not JSON' }] };
  }
  const envelope = unwrap(json);
  if ('problem' in envelope) return { plans: [], problems: [envelope.problem] };
  const file: PlanFile = { plans: [], problems: [] };
  envelope.classes.forEach((candidate, i) => {
    const result = parsePlan(migratePlan(candidate));
    if (result.ok) file.plans.push(result.value);
    else
      file.problems.push(
        ...result.problems.map((p) => ({ path: `${envelope.prefix(i)}${joint(p.path)}`, message: p.message })),
      );
  });
  return file;
}

/** Writes classes as a plan file. */
export function writePlanFile(plans: readonly Plan[]): string {
  return `${JSON.stringify({ format: PLAN_FILE_FORMAT, version: PLAN_FILE_VERSION, classes: plans }, null, 2)}\n`;
}

type Envelope = { classes: unknown[]; prefix: (i: number) => string } | { problem: Problem };

function unwrap(json: unknown): Envelope {
  if (Array.isArray(json)) return { classes: json, prefix: (i) => `[${i}]` };
  if (typeof json !== 'object' || json === null)
    return { problem: { path: '(the whole document)', message: 'Expected a class or a list of classes' } };
  if (!('classes' in json)) return { classes: [json], prefix: () => '' };
  const { format, version, classes } = json as { format?: unknown; version?: unknown; classes: unknown };
  if (format !== PLAN_FILE_FORMAT) return { problem: { path: 'format', message: `Expected "${PLAN_FILE_FORMAT}"` } };
  if (typeof version !== 'number' || version > PLAN_FILE_VERSION)
    return { problem: { path: 'version', message: `Expected a version up to ${PLAN_FILE_VERSION}` } };
  if (!Array.isArray(classes)) return { problem: { path: 'classes', message: 'Expected a list' } };
  return { classes, prefix: (i) => `classes[${i}]` };
}

function joint(path: string): string {
  return path.startsWith('[') ? path : path.startsWith('(') ? '' : `.${path}`;
}
