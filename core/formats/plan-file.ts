import { type Plan, type Problem, parsePlan, type Result } from '../plan/index.ts';
import { structureProblems } from '../timeline/index.ts';
import { jsonFault } from './json-fault.ts';
import { migratePlan } from './migrate.ts';

/** The mark of a plan file, and the newest version of its envelope. */
export const PLAN_FILE_FORMAT = 'odd-round/classes';
export const PLAN_FILE_VERSION = 1;

/** More classes in one file than any club has are refused, and more faults than anyone reads are not told. */
export const MAX_CLASSES = 20_000;
const MAX_TOLD = 200;

/** What a plan file gives: the classes that are sound, and what is wrong with the rest, each with its place. */
export interface PlanFile {
  plans: Plan[];
  problems: Problem[];
}

/**
 * Reads the text of a plan file: one class, a list of classes, or the envelope this product writes.
 * Never throws; text that is not JSON gives one problem with its place in the text.
 * @param mostClasses a file with more is refused as a whole
 */
export function readPlanFile(text: string, mostClasses: number = MAX_CLASSES): PlanFile {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    const { line, column } = jsonFault(text);
    return { plans: [], problems: [{ path: `line ${line}, column ${column}`, message: 'This is not JSON' }] };
  }
  const envelope = unwrap(json);
  if ('problem' in envelope) return { plans: [], problems: [envelope.problem] };
  if (envelope.classes.length > mostClasses)
    return {
      plans: [],
      problems: [{ path: envelope.prefix(mostClasses), message: `At most ${mostClasses} classes at once` }],
    };
  const file: PlanFile = { plans: [], problems: [] };
  for (const [i, candidate] of envelope.classes.entries()) {
    const result = readPlan(candidate);
    if (result.ok) file.plans.push(result.value);
    else if (file.problems.length < MAX_TOLD)
      file.problems.push(
        ...result.problems.map((p) => ({ path: `${envelope.prefix(i)}${joint(p.path)}`, message: p.message })),
      );
    if (file.problems.length >= MAX_TOLD && file.plans.length === 0) break;
  }
  if (file.problems.length < MAX_TOLD) return file;
  const more = { path: '(the rest)', message: `Only the first ${MAX_TOLD} faults are listed` };
  return { ...file, problems: [...file.problems.slice(0, MAX_TOLD), more] };
}

/** Reads one class document from storage, of this version or an older one; what it compiles to is not judged. */
export const readStoredPlan = (written: unknown): Result<Plan> => parsePlan(migratePlan(written));

/** Reads one class document from a file or a request, of this version or an older one. */
export function readPlan(written: unknown): Result<Plan> {
  const result = readStoredPlan(written);
  if (!result.ok) return result;
  const problems = structureProblems(result.value);
  return problems.length > 0 ? { ok: false, problems } : result;
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
