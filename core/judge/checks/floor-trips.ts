import type { Block } from '../../class/index.ts';
import { updateBlock } from '../../class/index.ts';
import { isOnFloor, type Library, moveAt } from '../../moves/index.ts';
import { isCyclic } from '../sequence/index.ts';
import { inBetterOrder } from './fixes.ts';
import { isMain } from './parts.ts';
import { blockPlace, type Check, RULE_OF_THUMB } from './types.ts';

/** Times people are known to go down to the floor in one round of a block. */
export function floorTripsOf(block: Block, library: Library): number {
  const moves = block.stations.map((s) => moveAt(library, s));
  return moves.filter((m, k) => {
    const before = k > 0 ? moves[k - 1] : isCyclic(block) ? moves.at(-1) : undefined;
    return m !== null && isOnFloor(m) && before !== null && !(before && isOnFloor(before));
  }).length;
}

const MOST_ORDERED = 10;

export const floorTrips: Check = {
  id: 'floorTrips',
  title: 'Up and down',
  reason: 'Going to the floor and back costs seconds and breath; together the floor moves cost it once.',
  source: RULE_OF_THUMB,
  thresholds: ['floorTrips'],
  run: ({ plan, library, kind, thresholds }) =>
    plan.blocks.flatMap((block) => {
      const trips = floorTripsOf(block, library);
      if (kind === 'mobility' || !isMain(block) || block.use === 'stations' || trips <= thresholds.floorTrips)
        return [];
      const next = inBetterOrder(block, 'fewestFloorTrips', library, MOST_ORDERED) ?? block;
      const fewer = floorTripsOf(next, library);
      const open = block.stations.some((s) => moveAt(library, s) === null);
      return [
        {
          key: block.id,
          weight: 1 as const,
          text: `${block.title}: ${open ? 'at least ' : ''}${trips} trips to the floor in a round.`,
          place: blockPlace(block.id),
          fixes:
            fewer < trips
              ? [
                  {
                    label: `Floor moves together: ${fewer} ${fewer === 1 ? 'trip' : 'trips'}`,
                    plan: updateBlock(plan, block.id, () => next),
                  },
                ]
              : [],
        },
      ];
    }),
};
