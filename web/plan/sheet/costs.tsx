import { memo, useDeferredValue } from 'react';
import { type Block, formatChange } from '../../../core/class/index.ts';
import { type Cost, costOfOneMore, knobName } from '../../../core/judge/index.ts';

/** What one more of something is, in the words of the block's format. */
function costWords(block: Block, { knob, replacesRest }: Cost): string {
  const name = knobName(block, knob);
  if (knob === 'stations' || name === null) return 'one more station';
  if (knob === 'rounds') return `one more ${name.replace(/s$/, '')}`;
  return replacesRest ? `a 5 s ${name} in place of the rest` : `5 s more ${name}`;
}

/** What one more of each thing does to the length of the class; worked out once what was typed is shown. */
export function Costs({ block }: { block: Block }) {
  return <CostLine block={useDeferredValue(block)} />;
}

const CostLine = memo(function CostLine({ block }: { block: Block }) {
  const costs = block.stations.length === 0 ? [] : costOfOneMore(block).filter((c) => c.costMs !== 0);
  if (costs.length === 0) return null;
  return (
    <p className="-mt-2 mb-2 flex flex-wrap gap-x-4 pl-1 text-fine text-muted">
      {costs.map((cost) => (
        <span key={cost.knob}>
          {costWords(block, cost)} <span className="digits">{formatChange(cost.costMs)}</span>
        </span>
      ))}
    </p>
  );
});
