import { memo } from 'react';
import { costOfOneMore, type FitKnob } from '../../core/fit/index.ts';
import { type Block, formatChange } from '../../core/plan/index.ts';

const WORDS: Record<FitKnob, string> = {
  stations: 'one more station',
  rounds: 'one more round',
  workMs: '5 s more work',
  restMs: '5 s more rest',
  roundBreakMs: '5 s more break',
};

/** What one more of each thing does to the length of the class. */
export const Costs = memo(function Costs({ block }: { block: Block }) {
  const costs = block.stations.length === 0 ? [] : costOfOneMore(block).filter((c) => c.costMs !== 0);
  if (costs.length === 0) return null;
  return (
    <p className="-mt-2 mb-2 flex flex-wrap gap-x-4 pl-1 text-[13px] text-muted">
      {costs.map(({ knob, costMs }) => (
        <span key={knob}>
          {WORDS[knob]} <span className="digits">{formatChange(costMs)}</span>
        </span>
      ))}
    </p>
  );
});
