import { type Block, type Plan, updateBlock } from '../../class/index.ts';
import { type Move, moveAt, overlapOf, PARTS } from '../../moves/index.ts';
import type { GroupSet } from '../changes/index.ts';
import { isCyclic } from '../sequence/index.ts';
import { type DraftFix, inBetterOrder } from './fixes.ts';
import { distinctBy, grouped, isMain, listed } from './parts.ts';
import { type Check, type CheckContext, type DraftFinding, RULE_OF_THUMB, rowPlace } from './types.ts';

/** A block is about a part that so many of its moves work. */
const MEANT_SHARE = 0.75;
/** After so long a rest the same again is no second helping, ms. */
const RESTED_MS = 45_000;

export const sameArea: Check = {
  id: 'sameArea',
  title: 'Same area running',
  reason: 'Two moves on one area in a row tire it before its turn, unless you cluster on purpose.',
  source: RULE_OF_THUMB,
  thresholds: ['areaOverlap'],
  run: (context) => {
    if (context.kind === 'mobility' || context.kind === 'dance' || context.kind === 'seated') return [];
    const changes = context.changes.filter(
      ({ from, to, gapMs }) =>
        from.block.id === to.block.id && from.station.id !== to.station.id && isMain(from.block) && gapMs < RESTED_MS,
    );
    return grouped(changes, (c) => c.from.block.id).flatMap((own) => {
      const [{ from }] = own as [(typeof own)[number]];
      const pairs = distinctBy(own, (c) => `${c.from.station.id}>${c.to.station.id}`);
      const same = pairs.filter(({ from: a, to: b }) => a.known && b.known && isSame(a, b, context));
      if (same.length === 0 || meansIt(from.block) || isAbout(from.block, context)) return [];
      return [finding(context, from.block, same)];
    });
  },
};

/** The parts a move is felt in; the heart has checks of its own. */
const felt = (m: Pick<Move, 'main'>) => ({ main: m.main.filter((p) => p !== 'heart') });

function isSame(a: GroupSet, b: GroupSet, { thresholds }: CheckContext): boolean {
  const [x, y] = [felt(a.move), felt(b.move)];
  return x.main.length > 0 && y.main.length > 0 && overlapOf(x, y) >= thresholds.areaOverlap;
}

function finding(
  context: CheckContext,
  block: Block,
  pairs: readonly { from: GroupSet; to: GroupSet }[],
): DraftFinding {
  const said = pairs.map(({ from, to }) => `${from.station.move} and ${to.station.move}`);
  const last = pairs[0]?.to.station.id ?? '';
  return {
    key: block.id,
    weight: 1,
    text: `${listed(said, 3)} work the same area, one after the other.`,
    place: rowPlace(block.id, last),
    also: pairs.slice(1).map((p) => rowPlace(block.id, p.to.station.id)),
    fixes: [
      ...spread(context, block, pairs.length),
      { label: 'I cluster on purpose', plan: clustered(context.plan, block) },
    ],
  };
}

/** Most of its moves work one and the same part: that is what the block is for. */
function isAbout(block: Block, { library }: CheckContext): boolean {
  const moves = block.stations.flatMap((s) => moveAt(library, s) ?? []);
  return PARTS.some(
    (p) => p !== 'heart' && moves.filter((m) => m.main.includes(p)).length >= MEANT_SHARE * moves.length,
  );
}

/** The order follows a school that puts areas together, or one side is done through before the other. */
function meansIt(block: Block): boolean {
  return block.school === 'cluster' || block.stations.some((s) => s.sides.mode === 'chain');
}

const clustered = (plan: Plan, block: Block) => updateBlock(plan, block.id, (b) => ({ ...b, school: 'cluster' }));

function spread({ plan, library, thresholds }: CheckContext, block: Block, now: number): DraftFix[] {
  const next = inBetterOrder(block, 'spread', library);
  if (!next) return [];
  const clashes = next.stations.filter((s, k) => {
    const after = next.stations[k + 1] ?? (isCyclic(next) ? next.stations[0] : undefined);
    const [x, y] = [moveAt(library, s), after ? moveAt(library, after) : null];
    return x !== null && y !== null && overlapOf(felt(x), felt(y)) >= thresholds.areaOverlap;
  }).length;
  return clashes < now ? [{ label: 'Spread the areas', plan: updateBlock(plan, block.id, () => next) }] : [];
}
