import { overlapOf } from '../moves/index.ts';
import type { Block, Plan } from '../plan/index.ts';
import { updateBlock } from '../plan/index.ts';
import { findOrder, inOrderOf, isCyclic, orderProblem, SCHOOL_WEIGHTS } from '../sequence/index.ts';
import { isMain, transitionsOf } from './transitions.ts';
import { type Check, type CheckContext, rowPlace } from './types.ts';

export const sameArea: Check = {
  id: 'sameArea',
  title: 'Same area running',
  reason: 'Two moves on one area in a row tire it before its turn, unless you cluster on purpose.',
  thresholds: ['areaOverlap'],
  run: (context) => {
    const seen = new Set<string>();
    return transitionsOf(context).flatMap((t) => {
      const { fromBlock: block } = t;
      const together = block.id === t.toBlock.id && t.fromStation.id !== t.toStation.id;
      if (!together || !isMain(block) || !t.known || meansIt(block)) return [];
      if (t.fromMove.main.length === 0 || overlapOf(t.fromMove, t.toMove) < context.thresholds.areaOverlap) return [];
      const key = `sameArea:${block.id}:${t.fromStation.id}>${t.toStation.id}`;
      if (seen.has(key)) return [];
      seen.add(key);
      return [
        {
          check: 'sameArea',
          key,
          weight: 1 as const,
          text: `${t.fromStation.move} and ${t.toStation.move} work the same area, one after the other.`,
          place: rowPlace(block.id, t.toStation.id),
          fixes: [...spread(context, block), { label: 'I cluster on purpose', plan: clustered(context.plan, block) }],
        },
      ];
    });
  },
};

/** The order follows a school that puts areas together, or one move is done set after set. */
function meansIt(block: Block): boolean {
  if (block.school === 'cluster') return true;
  return block.stations.some((s) => s.sides.mode === 'chain');
}

const clustered = (plan: Plan, block: Block) => updateBlock(plan, block.id, (b) => ({ ...b, school: 'cluster' }));

function spread({ plan, library }: CheckContext, block: Block) {
  if (block.stations.length > 9 || block.stations.length < 3) return [];
  const request = { block, weights: SCHOOL_WEIGHTS.spread, pinned: [], walkM: null };
  const best = findOrder(orderProblem(request, library), 1);
  if (!best || best.order.every((s, k) => s === k)) return [];
  const next = inOrderOf(block, best.order);
  const clashes = (b: Block) =>
    b.stations.filter((s, k) => {
      const after = b.stations[k + 1] ?? (isCyclic(b) ? b.stations[0] : undefined);
      const [x, y] = [library.get(s.move), after ? library.get(after.move) : null];
      return x !== null && y !== null && overlapOf(x, y) >= 0.6;
    }).length;
  return clashes(next) < clashes(block)
    ? [{ label: 'Spread the areas', plan: updateBlock(plan, block.id, () => next) }]
    : [];
}
