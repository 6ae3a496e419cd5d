import { type Plan, type Problem, parseWith, type Result, readStoredPlan, type Stored } from '../../class/index.ts';
import { DrawnMoveSchema, type Move } from '../../moves/index.ts';
import { structureProblems } from '../../time/index.ts';
import { readJson } from './json-fault.ts';

/** The mark of a plan file, and the newest version of its envelope. */
export const PLAN_FILE_FORMAT = 'odd-round/classes';
export const PLAN_FILE_VERSION = 1;

/** More classes in one file than any club has are refused, and more faults than anyone reads are not told. */
export const MAX_CLASSES = 20_000;
const MAX_TOLD = 200;

/** The content of a plan file: its valid classes, and the problems of the others with their places. */
export interface PlanFile {
  plans: Plan[];
  problems: Problem[];
  /** What was changed in older classes to make them classes of today, in words. */
  told: string[];
  /** The moves the classes use, as the club that wrote the file knows them. */
  moves: Move[];
}

/** A plan file whose envelope is sound: its classes can be read one by one. */
export interface OpenPlanFile {
  count: number;
  moves: Move[];
  /** What is wrong with moves in the file; its classes are read without them. */
  problems: Problem[];
  /** Reads one class; problems name the place in the file. */
  read(k: number): Result<Stored>;
}

/**
 * Opens the text of a plan file: one class, a list of classes, or the envelope this product writes. Text that is not JSON gives
 * the place where it stops being so.
 * @param mostClasses a file with more is refused as a whole
 */
export function openPlanFile(text: string, mostClasses: number = MAX_CLASSES): Result<OpenPlanFile> {
  const parsed = readJson(text);
  if (!parsed.ok) return parsed;
  const json = parsed.value;
  const envelope = unwrap(json);
  if ('problem' in envelope) return { ok: false, problems: [envelope.problem] };
  const { classes, prefix } = envelope;
  if (classes.length > mostClasses) return refused(prefix(mostClasses), `At most ${mostClasses} classes at once`);
  const read = (k: number): Result<Stored> => {
    const result = readClass(classes[k]);
    if (result.ok) return result;
    return { ok: false, problems: result.problems.map((p) => ({ ...p, path: `${prefix(k)}${joint(p.path)}` })) };
  };
  return { ok: true, value: { count: classes.length, ...movesOf(json), read } };
}

const refused = (path: string, message: string): Result<never> => ({ ok: false, problems: [{ path, message }] });

/** Reads a whole plan file at once. Never throws; of very many faults the first are told, and that there are more. */
export function readPlanFile(text: string, mostClasses?: number): PlanFile {
  const file = openPlanFile(text, mostClasses);
  if (!file.ok) return { plans: [], problems: file.problems, told: [], moves: [] };
  const read: PlanFile = { plans: [], problems: file.value.problems, told: [], moves: file.value.moves };
  for (let k = 0; k < file.value.count; k++) addClass(read, file.value.read(k));
  return read;
}

/** Adds what was read of one class to what was read of a file; past the first faults only that there are more. */
export function addClass(file: PlanFile, result: Result<Stored>): void {
  if (result.ok) {
    file.plans.push(result.value.plan);
    file.told.push(...result.value.told);
  } else if (file.problems.length < MAX_TOLD) {
    file.problems.push(...result.problems);
    if (file.problems.length < MAX_TOLD) return;
    const more = { path: '(the rest)', message: `Only the first ${MAX_TOLD} faults are listed` };
    file.problems.splice(MAX_TOLD, Number.POSITIVE_INFINITY, more);
  }
}

/** Reads one class document from a file, of this version or an older one. */
function readClass(written: unknown): Result<Stored> {
  const result = readStoredPlan(written);
  if (!result.ok) return result;
  const problems = structureProblems(result.value.plan);
  return problems.length > 0 ? { ok: false, problems } : result;
}

/** The moves that a file carries, one by one: one that does not fit is told and left out. */
function movesOf(json: unknown): { moves: Move[]; problems: Problem[] } {
  const listed = typeof json === 'object' && json !== null && 'moves' in json ? json.moves : undefined;
  if (listed === undefined) return { moves: [], problems: [] };
  if (!Array.isArray(listed)) return { moves: [], problems: [{ path: 'moves', message: 'Expected a list' }] };
  const moves: Move[] = [];
  const problems: Problem[] = [];
  for (const [k, one] of listed.slice(0, MAX_CLASSES).entries()) {
    const result = parseWith(DrawnMoveSchema, one);
    if (result.ok) moves.push(result.value);
    else problems.push(...result.problems.map((p) => ({ ...p, path: `moves[${k}]${joint(p.path)}` })));
  }
  return { moves, problems: problems.slice(0, MAX_TOLD) };
}

/** Writes classes as a plan file, with the moves they use. */
export function writePlanFile(plans: readonly Plan[], moves: readonly Move[] = []): string {
  const carried = moves.length > 0 ? { moves } : {};
  const file = { format: PLAN_FILE_FORMAT, version: PLAN_FILE_VERSION, classes: plans, ...carried };
  return `${JSON.stringify(file, null, 2)}\n`;
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
