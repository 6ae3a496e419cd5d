import type { Block, Plan } from '../../class/index.ts';
import type { Library } from '../../moves/index.ts';
import { alongShortestRound, metresOf, type SpacingKind, setOut, spacingProblems, walkOf } from '../room/index.ts';
import { blockPlace, type Check, type DraftFinding, RULE_OF_THUMB, rowPlace } from './types.ts';

const WEIGHT: Record<SpacingKind, DraftFinding['weight']> = {
  outside: 3,
  noWay: 3,
  near: 3,
  wall: 2,
  door: 3,
  mats: 1,
  unplaced: 1,
};
/** A round worth walking another way: this share shorter than the present one. */
const WORTH = 0.15;

/** Where the stations stand: room enough for each, nothing in the way, the walk short and one way round. */
export const roomPlan: Check = {
  id: 'roomPlan',
  title: 'Room plan',
  reason: 'People who swing, jump or lie down too near to one another or to a wall get hurt; doors stay free.',
  source: `${RULE_OF_THUMB} The venue\u2019s own rules come first.`,
  thresholds: [],
  run: ({ plan, library }) =>
    plan.layout
      ? plan.blocks.flatMap((block) =>
          block.use === 'stations' && block.stations.length > 1
            ? [...spacing(plan, block, library), ...longRound(plan, block)]
            : [],
        )
      : [],
};

function spacing(plan: Plan, block: Block, library: Library): DraftFinding[] {
  const problems = spacingProblems(plan, block, library);
  const anew = problems.length > 0 ? setOut(plan, block, library) : null;
  return problems.map((p): DraftFinding => {
    const first = block.stations[p.stations[0] ?? 0];
    const better = anew !== null && p.kind !== 'mats';
    return {
      key: `${block.id}:${p.kind}:${p.stations.map((k) => block.stations[k]?.id).join('>')}`,
      weight: WEIGHT[p.kind],
      text: p.text,
      place: first && p.stations.length < 3 ? rowPlace(block.id, first.id) : blockPlace(block.id),
      fixes: better ? [{ label: 'Set the stations out anew', plan: anew }] : [],
    };
  });
}

function longRound(plan: Plan, block: Block): DraftFinding[] {
  const now = metresOf(walkOf(plan, block));
  const shorter = alongShortestRound(plan, block);
  const then = shorter && metresOf(walkOf(shorter, block));
  if (now === null || shorter === null || then === null || then > now * (1 - WORTH)) return [];
  return [
    {
      key: `${block.id}:round`,
      weight: 1,
      text: `${block.title}: a round is ${Math.round(now)} m on foot; one way round the room it is ${Math.round(then)} m.`,
      place: blockPlace(block.id),
      fixes: [{ label: 'Stations along the shortest round', plan: shorter }],
    },
  ];
}
