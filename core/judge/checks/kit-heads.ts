import { type Block, bodyOf, type Station, updateBlock } from '../../class/index.ts';
import { alternativesTo, insteadOf, keyOf, type Move, moveAt, swapStation } from '../../moves/index.ts';
import { blockKit, kitFor } from '../room/index.ts';
import { type Check, type CheckContext, rowPlace } from './types.ts';

export const kitHeads: Check = {
  id: 'kitHeads',
  title: 'Kit for the heads',
  reason: 'Kit per station times people must not exceed what there is; better known before than in front of the class.',
  source: 'Plain arithmetic, from the kit room\u2019s counts.',
  thresholds: [],
  run: (context) => {
    const { plan, kitRoom } = context;
    const { heads } = plan;
    if (heads === null || kitFor(plan, kitRoom).length === 0) return [];
    return plan.blocks.flatMap((block) =>
      blockKit(plan, block, heads, context.library, kitRoom).flatMap(({ name, item, pieces, short, at }) => {
        const first = at[0]?.station;
        if (short === 0 || !first) return [];
        const standIn = item?.standIn ? ` To stand in: ${item.standIn}.` : '';
        return [
          {
            key: `${block.id}:${keyOf(name)}`,
            weight: 2 as const,
            text: `${block.title} wants ${pieces} × ${name} for ${heads} people; there ${item?.count === 1 ? 'is' : 'are'} ${item?.count ?? 0}.${standIn}`,
            place: rowPlace(block.id, first.id),
            fixes: fixesFor(context, block, first, keyOf(name)),
          },
        ];
      }),
    );
  },
};

/** Spread over stations, or a move that does without. */
function fixesFor({ plan, library }: CheckContext, block: Block, station: Station, kit: string) {
  const move = moveAt(library, station);
  const used = block.stations.map((s) => s.move);
  const named = move ? insteadOf(library, move, 'noKit') : null;
  const near = move
    ? alternativesTo(library, move, {
        used,
        kit: null,
        limit: 30,
        audience: plan.audience ?? [],
        level: plan.level,
        body: bodyOf(plan, block),
      }).map((a) => a.move)
    : [];
  const without = (m: Move) => !m.kit.some((k) => keyOf(k) === kit) && m.kit.every((k) => k === 'mat');
  // What the library names for no kit knows the move better than likeness does.
  const other = [...(named ? [named] : []), ...near].find(without);
  return [
    ...(block.use === 'together' && block.stations.length > 1
      ? [
          {
            label: 'Spread over stations',
            plan: updateBlock(plan, block.id, (b) => ({ ...b, use: 'stations' as const })),
          },
        ]
      : []),
    ...(other
      ? [
          {
            label: `${other.name} for ${station.move}`,
            plan: swapStation(plan, block.id, station.id, other, null, library),
          },
        ]
      : []),
  ];
}
