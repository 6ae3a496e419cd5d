import { formatDuration, updateBlock } from '../plan/index.ts';
import { isBreak } from '../timeline/index.ts';
import { type Check, CLASS_PLACE } from './types.ts';

const DRINK_MS = 30_000;

export const water: Check = {
  id: 'water',
  title: 'First water',
  reason: 'People drink when there is a break to drink in.',
  thresholds: ['waterMin'],
  run: ({ plan, timeline, totals, thresholds }) => {
    const limitMs = thresholds.waterMin * 60_000;
    if (totals.totalMs <= limitMs) return [];
    const first = timeline.intervals.find(
      (i) =>
        i.durationMs >= DRINK_MS && (isBreak(i) || (i.kind === 'open' && i.startMs > 0 && i.stationIndex === null)),
    );
    const at = first?.startMs ?? null;
    if (at !== null && at <= limitMs) return [];
    // The last block that ends before the limit is where a break would serve.
    const k = totals.blocks.findLastIndex(
      (b) => b.startMs + b.totalMs <= limitMs && b.blockIndex < plan.blocks.length - 1 && b.totalMs > 0,
    );
    const block = plan.blocks[k];
    return [
      {
        check: 'water',
        key: 'water',
        weight: 1 as const,
        text:
          at === null
            ? `No break of 30 s or more to drink in.`
            : `The first break to drink in comes after ${formatDuration(at)}.`,
        place: CLASS_PLACE,
        fixes: block
          ? [
              {
                label: `Break of 60 s after ${block.title}`,
                plan: updateBlock(plan, block.id, (b) => ({ ...b, breakAfter: { ...b.breakAfter, ms: 60_000 } })),
              },
            ]
          : [],
      },
    ];
  },
};
