import { type Plan, stepsBetween } from '../../class/index.ts';
import { type KitItem, type Library, resolvePlan } from '../../moves/index.ts';
import { type Thresholds, USUAL_THRESHOLDS } from '../thresholds/index.ts';
import { audience } from './audience.ts';
import { balance, unevenSides } from './balance.ts';
import { contextOf } from './context.ts';
import { coolDownCovers, coolDownEasy, hardAfterEnd, noCoolDown } from './cool-down.ts';
import { addOnVolume, musicCounts, repsFit, restAndBreak } from './counting.ts';
import { hardMinutes, tiredSkill } from './effort.ts';
import { explanation } from './explanation.ts';
import { floorTrips } from './floor-trips.ts';
import { impactRun, landings, lowImpact } from './impact.ts';
import { kitHeads } from './kit-heads.ts';
import { allOutRest, formatLevel, levelMix, workRest } from './level.ts';
import { missingSides } from './missing-sides.ts';
import { oddRound } from './odd-round.ts';
import { restShort } from './rest-short.ts';
import { roomPlan } from './room-plan.ts';
import { braceRun, gripRun, headDown, overheadRun } from './runs.ts';
import { sameArea } from './same-area.ts';
import { slot } from './slot.ts';
import { stays } from './stays.ts';
import type { Check, Finding } from './types.ts';
import { hardStart, noWarmUp, warmUpCovers } from './warm-up.ts';
import { rehearsal, staticHolds, warmUpPulse, warmUpRamp } from './warm-up-ramp.ts';
import { heat, water } from './water.ts';

/** Every check; a new one is a file and a line here. */
export const CHECKS: readonly Check[] = [
  slot,
  oddRound,
  missingSides,
  unevenSides,
  restShort,
  explanation,
  sameArea,
  balance,
  noWarmUp,
  warmUpCovers,
  hardStart,
  warmUpPulse,
  warmUpRamp,
  rehearsal,
  staticHolds,
  noCoolDown,
  coolDownEasy,
  coolDownCovers,
  hardAfterEnd,
  hardMinutes,
  allOutRest,
  workRest,
  formatLevel,
  levelMix,
  tiredSkill,
  impactRun,
  landings,
  lowImpact,
  braceRun,
  gripRun,
  overheadRun,
  headDown,
  repsFit,
  addOnVolume,
  restAndBreak,
  musicCounts,
  kitHeads,
  roomPlan,
  floorTrips,
  stays,
  water,
  heat,
  audience,
];

export interface CheckOptions {
  library: Library;
  kitRoom?: readonly KitItem[];
  thresholds?: Thresholds;
}

/** All findings of a class, the weightiest first, accepted ones included; `isAccepted` tells them apart. */
export function checkPlan(
  written: Plan,
  { library, kitRoom = [], thresholds = USUAL_THRESHOLDS }: CheckOptions,
): Finding[] {
  const plan = resolvePlan(written, library);
  const context = contextOf(plan, library, kitRoom, thresholds);
  const found = CHECKS.flatMap((check) =>
    check.run(context).map(
      ({ key, fixes, ...draft }): Finding => ({
        ...draft,
        check: check.id,
        key: key === undefined ? check.id : `${check.id}:${key}`,
        // A fix is what changes, not the class as it was when it was looked at.
        fixes: fixes.map((fix) => ({ label: fix.label, steps: stepsBetween(plan, fix.plan) })),
      }),
    ),
  );
  return found.sort((a, b) => b.weight - a.weight);
}
