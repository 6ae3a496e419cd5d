import { withoutGone } from './ids.ts';
import type { Plan } from './schema.ts';
import { applySteps, type Step, stepsBetween, valueAt } from './steps.ts';

/** One change that can be taken back as a whole. */
interface Entry {
  steps: readonly Step[];
  back: readonly Step[];
  /** Changes of one key, soon after one another, are one: a title being typed. Null is never joined. */
  merge: string | null;
  atMs: number;
}

/** The changes that can be undone and redone, the latest last. */
export interface History {
  past: readonly Entry[];
  future: readonly Entry[];
}

export const NO_HISTORY: History = { past: [], future: [] };

/** Changes further apart than this are two, ms. */
const TOGETHER_MS = 3000;
const MOST = 500;

export interface Edited {
  plan: Plan;
  history: History;
}

/**
 * Makes a change; one that changes nothing gives back the same plan and history.
 * @param merge joins it to the change before it that has the same key; by default a text typed at one place is one change
 */
export function change(
  { plan, history }: Edited,
  steps: readonly Step[],
  atMs: number,
  merge: string | null = null,
): Edited {
  const applied = applySteps(plan, steps);
  if (applied === plan) return { plan, history };
  // Whatever takes a block or a station out, what names it goes with it.
  const after = steps.some((s) => s.do === 'take') ? withoutGone(plan, applied) : applied;
  const typed = merge === null ? typedAt(plan, steps) : null;
  const key = merge ?? typed?.place ?? null;
  const last = history.past.at(-1);
  const joins =
    last !== undefined &&
    key !== null &&
    last.merge === key &&
    (merge !== null || typed?.goesOn === true) &&
    atMs - last.atMs < TOGETHER_MS &&
    history.future.length === 0;
  const before = joins ? applySteps(plan, last.back) : plan;
  const done = joins || after !== applied ? stepsBetween(before, after) : steps;
  const past = joins ? history.past.slice(0, -1) : history.past;
  if (done.length === 0) return { plan: after, history: { past, future: [] } };
  const entry: Entry = { steps: done, back: stepsBetween(after, before), merge: key, atMs };
  return { plan: after, history: { past: [...past, entry].slice(-MOST), future: [] } };
}

/** Takes the last change back; nothing where there is none. */
export function takeBack({ plan, history: { past, future } }: Edited): Edited {
  const last = past.at(-1);
  if (!last) return { plan, history: { past, future } };
  // What is done after it is a change of its own.
  const entry = { ...last, merge: null };
  return { plan: applySteps(plan, last.back), history: { past: past.slice(0, -1), future: [...future, entry] } };
}

/** Does the change again that was taken back last. */
export function doAgain({ plan, history: { past, future } }: Edited): Edited {
  const last = future.at(-1);
  if (!last) return { plan, history: { past, future } };
  return { plan: applySteps(plan, last.steps), history: { past: [...past, last], future: future.slice(0, -1) } };
}

/** A text set at one place, and whether it goes on from the one that was there; null where it is anything else. */
function typedAt(plan: Plan, steps: readonly Step[]): { place: string; goesOn: boolean } | null {
  const [step, ...more] = steps;
  if (!step || more.length > 0 || step.do !== 'set' || typeof step.value !== 'string') return null;
  const before = valueAt(plan, step.path);
  if (typeof before !== 'string') return null;
  return { place: step.path.join('/'), goesOn: isTyped(before, step.value) };
}

/** Whether one text comes of another by putting letters in at one place, or by taking some out. */
function isTyped(a: string, b: string): boolean {
  const [short, long] = a.length < b.length ? [a, b] : [b, a];
  let same = 0;
  while (same < short.length && short[same] === long[same]) same++;
  return long.endsWith(short.slice(same));
}
