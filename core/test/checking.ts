import { applySteps, type Plan } from '../class/index.ts';
import { checkPlan, type Finding, type Fix, USUAL_THRESHOLDS } from '../judge/index.ts';
import type { Library } from '../moves/index.ts';
import { TEST_LIBRARY } from './moves.ts';

/** Some kit of the boathouse. */
export const KIT_ROOM = [
  { name: 'kettlebell', count: 6, sharedBy: 1, standIn: 'a can' },
  { name: 'band', count: 20, sharedBy: 1 },
  { name: 'mat', count: 20, sharedBy: 2 },
];

/** What one check finds in a class. */
export function findingsOf(
  plan: Plan,
  check: string,
  {
    thresholds = USUAL_THRESHOLDS,
    library = TEST_LIBRARY,
  }: { thresholds?: typeof USUAL_THRESHOLDS; library?: Library } = {},
): Finding[] {
  return checkPlan(plan, { library, kitRoom: KIT_ROOM, thresholds }).filter((f) => f.check === check);
}

export const textsOf = (plan: Plan, check: string, library?: Library): string[] =>
  findingsOf(plan, check, library ? { library } : {}).map((f) => f.text);

/** The class after a fix of one of its findings. */
export const fixed = (plan: Plan, fix: Fix | undefined): Plan => applySteps(plan, fix?.steps ?? []);
