import { formatChange, updateBlock } from '../../class/index.ts';
import { oddRounds } from '../../time/index.ts';
import { type Check, type DraftFinding, rowPlace } from './types.ts';

export const oddRound: Check = {
  id: 'oddRound',
  title: 'Odd round',
  reason: 'A side that goes by round needs an even number of rounds, or one side is a set short.',
  source: 'Plain arithmetic.',
  thresholds: [],
  run: ({ plan }) =>
    oddRounds(plan).flatMap((odd) => {
      const block = plan.blocks[odd.blockIndex];
      if (!block) return [];
      const fixes = odd.choices.map((c): DraftFinding['fixes'][number] => ({
        label: c.kind === 'split' ? 'Switch at half' : `${c.rounds} rounds (${formatChange(c.costMs)})`,
        plan: updateBlock(plan, block.id, () => c.block),
      }));
      return odd.stations.map((s) => ({
        key: `${block.id}:${block.stations[s.stationIndex]?.id}`,
        weight: 2 as const,
        text: `${s.move} goes by round: ${s.left < s.right ? 'left' : 'right'} gets one set fewer.`,
        place: rowPlace(block.id, block.stations[s.stationIndex]?.id ?? ''),
        fixes,
      }));
    }),
};
