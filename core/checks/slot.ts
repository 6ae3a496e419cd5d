import { formatDuration } from '../plan/index.ts';
import { type Check, CLASS_PLACE } from './types.ts';

export const slot: Check = {
  id: 'slot',
  title: 'Slot',
  reason: 'The length announced is often minutes off what is run; the next booking pays for it.',
  source: 'Plain arithmetic.',
  thresholds: ['spareMin'],
  run: ({ plan, totals, thresholds }) => {
    const spare = totals.spareMs;
    if (spare === null || plan.blocks.length === 0) return [];
    const found = (key: string, weight: 1 | 3, text: string) => [
      { check: 'slot', key: `slot:${key}`, weight, text, place: CLASS_PLACE, fixes: [] },
    ];
    if (spare < 0) return found('over', 3, `The class runs ${formatDuration(-spare)} over its slot.`);
    if (spare > thresholds.spareMin * 60_000)
      return found('under', 1, `${formatDuration(spare)} of the slot are not used.`);
    return [];
  },
};
