import type { Stint } from '../balance/index.ts';
import type { KitItem, Library } from '../moves/index.ts';
import type { Thresholds } from '../norms/index.ts';
import type { Plan, Step } from '../plan/index.ts';
import type { PlanTotals, Timeline } from '../timeline/index.ts';

/** What a check looks at. */
export interface CheckContext {
  plan: Plan;
  timeline: Timeline;
  totals: PlanTotals;
  stints: readonly Stint[];
  library: Library;
  kitRoom: readonly KitItem[];
  thresholds: Thresholds;
}

/** How much a finding matters: 3 can hurt someone or break the class, 2 makes it worse, 1 is worth knowing. */
export type Weight = 1 | 2 | 3;

/** Where a finding is shown; a gap is the one after the station's visit in the round. */
export interface Place {
  at: 'class' | 'block' | 'row' | 'cell' | 'gap';
  blockId: string | null;
  stationId: string | null;
  /** From 1; null for all rounds. */
  round: number | null;
}

/** A way to mend it: the steps to take, on the class as it is when they are taken. */
export interface Fix {
  label: string;
  steps: Step[];
}

/** Something a check has to say. */
export interface Finding<F = Fix> {
  check: string;
  /** The same as long as it is about the same thing; acceptance is kept under it. */
  key: string;
  weight: Weight;
  text: string;
  place: Place;
  fixes: F[];
}

/** What a check raises: a finding whose fixes are the class as it would be. */
export type Raised = Finding<{ label: string; plan: Plan }>;

/** One check: a function of the class, with the reason it exists. */
export interface Check {
  id: string;
  title: string;
  /** Why it matters, in a sentence an instructor would say. */
  reason: string;
  thresholds: readonly (keyof Thresholds)[];
  run: (context: CheckContext) => Raised[];
}

export const CLASS_PLACE: Place = { at: 'class', blockId: null, stationId: null, round: null };

export function rowPlace(blockId: string, stationId: string): Place {
  return { at: 'row', blockId, stationId, round: null };
}

export function blockPlace(blockId: string): Place {
  return { at: 'block', blockId, stationId: null, round: null };
}
