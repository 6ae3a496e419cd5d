import { formatChange, type Plan } from '../../../core/class/index.ts';
import { CHECKS, withAccepted } from '../../../core/judge/index.ts';
import type { PricedFinding } from '../../base/index.ts';
import { toast } from '../../base/index.ts';
import { edit, showBlock, undo, useBuilder } from '../editing/index.ts';

/** A small button in a list. */
export const SMALL = 'min-h-9 rounded-md border border-line-strong px-2.5 text-small hover:border-ink';

/** One finding: where, what, each case where there are several, why it matters and by whom, and its fixes with their cost. */
export function FindingRow({ finding, plan }: { finding: PricedFinding; plan: Plan }) {
  const check = CHECKS.find((c) => c.id === finding.check);
  const block = plan.blocks.find((b) => b.id === finding.place.blockId);
  const apply = (k: number) => {
    const fix = finding.fixes[k];
    if (!fix) return;
    useBuilder.getState().dispatch(fix.steps);
    toast.undoable(`${fix.label}.`, undo);
  };
  return (
    <li className="border-b py-2">
      <p className="text-small">
        {block && (
          <button
            type="button"
            className="mr-1.5 text-muted underline underline-offset-2"
            onClick={() => showBlock(block.id)}
          >
            {block.title}
          </button>
        )}
        {finding.text}
      </p>
      {finding.cases && (
        <details className="text-fine">
          <summary className="min-h-6 text-muted">each of the {finding.cases.length}</summary>
          <ul className="mb-1 border-l-2 border-line-strong pl-2">
            {finding.cases.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </details>
      )}
      <details className="text-fine text-muted">
        <summary className="min-h-6">{check?.reason}</summary>
        <p className="pl-2">{check?.source}</p>
      </details>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {finding.fixes.map((fix, k) => {
          const cost = finding.costsMs[k] ?? 0;
          const said = /[+\u2212]\d/.test(fix.label) || cost === 0 ? '' : ` (${formatChange(cost)})`;
          return (
            <button key={fix.label} type="button" className={SMALL} onClick={() => apply(k)}>
              {fix.label}
              {said}
            </button>
          );
        })}
        <button
          type="button"
          className={`${SMALL} text-muted`}
          onClick={() => edit((p) => withAccepted(p, finding, true))}
        >
          As meant
        </button>
      </div>
    </li>
  );
}
