import {
  type Block,
  formatChange,
  formatDuration,
  type Plan,
  roundsOf,
  updateBlock,
  withRounds,
} from '../../class/index.ts';
import { compile, oddRounds } from '../../time/index.ts';
import { isMain } from './parts.ts';
import { type Check, CLASS_PLACE, type DraftFinding } from './types.ts';

export const slot: Check = {
  id: 'slot',
  title: 'Slot',
  reason: 'The length announced is often minutes off what is run; the next booking pays for it.',
  source: 'Plain arithmetic.',
  thresholds: ['spareMin'],
  run: ({ plan, totals, thresholds }) => {
    const spare = totals.spareMs;
    if (spare === null || plan.blocks.length === 0) return [];
    const found = (key: string, weight: 1 | 3, text: string, fixes: DraftFinding['fixes'] = []) => [
      { key, weight, text, place: CLASS_PLACE, fixes },
    ];
    if (spare < 0)
      return found('over', 3, `The class runs ${formatDuration(-spare)} over its slot.`, fewerRounds(plan, -spare));
    if (spare > thresholds.spareMin * 60_000)
      return found('under', 1, `${formatDuration(spare)} of the slot are not used.`);
    return [];
  },
};

const MOST_FIXES = 2;

/** One main block with as few rounds less as bring the class into its slot, sides kept even; what cuts least first. */
function fewerRounds(plan: Plan, overMs: number): DraftFinding['fixes'] {
  const nowMs = compile(plan).totalMs;
  const isOdd = (b: Block) => oddRounds({ blocks: [b] }).length > 0;
  return plan.blocks
    .filter(isMain)
    .flatMap((block) => {
      const rounds = roundsOf(block.format) ?? 1;
      for (let n = rounds - 1; n >= 1; n--) {
        const fewer = { ...block, format: withRounds(block.format, n) };
        const cut = updateBlock(plan, block.id, () => fewer);
        const savedMs = nowMs - compile(cut).totalMs;
        if (savedMs >= overMs && (isOdd(block) || !isOdd(fewer)))
          return [
            {
              label: `${block.title}: ${n} ${n === 1 ? 'round' : 'rounds'} (${formatChange(-savedMs)})`,
              plan: cut,
              savedMs,
            },
          ];
      }
      return [];
    })
    .sort((a, b) => a.savedMs - b.savedMs)
    .slice(0, MOST_FIXES)
    .map(({ label, plan: cut }) => ({ label, plan: cut }));
}
