import type { ClassKind, Plan, Step } from '../../class/index.ts';
import type { KitItem, Library } from '../../moves/index.ts';
import type { PlanTotals, Timeline } from '../../time/index.ts';
import type { Bout, Intensity } from '../balance/index.ts';
import type { Changeover, GroupSet, Needs } from '../changes/index.ts';
import type { Thresholds } from '../thresholds/index.ts';

/** The input of a check. */
export interface CheckContext {
  plan: Plan;
  timeline: Timeline;
  totals: PlanTotals;
  bouts: readonly Bout[];
  /** The sets in their order, as each group does them. */
  paths: readonly (readonly GroupSet[])[];
  /** From set to set along the paths; those that several groups make alike once. */
  changes: readonly Changeover[];
  /** What a change along a path needs. */
  needs: Needs;
  intensity: Intensity;
  /** What the class is: as it says, else as its main part shows. */
  kind: ClassKind;
  library: Library;
  kitRoom: readonly KitItem[];
  thresholds: Thresholds;
}

/** The weight of a finding: 3 can hurt someone or break the class, 2 makes it worse, 1 is worth knowing. */
export type Weight = 1 | 2 | 3;

/** The place a finding is shown at; a gap is the one after the station's visit in the round. */
export interface FindingPlace {
  at: 'class' | 'block' | 'row' | 'cell' | 'gap';
  blockId: string | null;
  stationId: string | null;
  /** From 1; null for all rounds. */
  round: number | null;
  /** What is so there, where the finding is about more places than this. */
  text?: string;
}

/** A way to mend it: the steps to take, on the class as it is when they are taken. */
export interface Fix {
  label: string;
  steps: Step[];
}

/** Something a check has to say: one a cause, however often it shows. */
export interface Finding<F = Fix> {
  check: string;
  /** The same as long as it is about the same thing; acceptance is kept under it. */
  key: string;
  weight: Weight;
  text: string;
  place: FindingPlace;
  /** The other places where the same cause shows. */
  also?: FindingPlace[];
  /** Each case in its own words, where there are several. */
  cases?: string[];
  fixes: F[];
}

/** A finding as a check makes it: its key is one within the check, or none where it makes one alone; each fix is the whole class after it. */
export type DraftFinding = Omit<Finding<{ label: string; plan: Plan }>, 'check' | 'key'> & { key?: string };

/** The source of a rule that is our own. */
export const RULE_OF_THUMB = 'Rule of thumb.';

/** One check: a function of the class, with the reason it exists. */
export interface Check {
  id: string;
  title: string;
  /** Why it matters, in a sentence an instructor would say. */
  reason: string;
  /** What it rests on: a published source by name, or that it is a rule of thumb. */
  source: string;
  thresholds: readonly (keyof Thresholds)[];
  run: (context: CheckContext) => DraftFinding[];
}

export const CLASS_PLACE: FindingPlace = { at: 'class', blockId: null, stationId: null, round: null };

export function rowPlace(blockId: string, stationId: string): FindingPlace {
  return { at: 'row', blockId, stationId, round: null };
}

export function blockPlace(blockId: string): FindingPlace {
  return { at: 'block', blockId, stationId: null, round: null };
}
