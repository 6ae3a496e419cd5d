import type { Plan } from '../../../core/class/index.ts';
import { withAccepted } from '../../../core/judge/index.ts';
import { basisOf, isSure, movesNamed } from '../../../core/moves/index.ts';
import type { PricedFinding } from '../../base/index.ts';
import { useLibrary } from '../../base/index.ts';
import { edit } from '../editing/index.ts';
import { BasisNote } from './basis-note.tsx';
import { FindingRow, SMALL } from './finding-row.tsx';
import { ForWhom } from './for-whom.tsx';
import { ThresholdFields } from './threshold-fields.tsx';

const WEIGHT_WORDS = { 3: 'Must be mended', 2: 'Mend if you can', 1: 'Worth knowing' } as const;

interface Props {
  plan: Plan;
  findings: readonly PricedFinding[];
}

/** All findings by weight, each with its fixes and what they cost; and for whom the class is. */
export function ChecksPanel({ plan, findings }: Props) {
  const open = findings.filter((f) => !plan.accepted?.some((a) => a.key === f.key));
  return (
    <>
      <ForWhom plan={plan} />
      <BasisNote of={plan} always />
      {open.length === 0 && <NothingFound plan={plan} />}
      {([3, 2, 1] as const).map((weight) => {
        const list = open.filter((f) => f.weight === weight);
        return list.length === 0 ? null : (
          <section key={weight} className="mt-3">
            <h3 className="text-small text-muted">{WEIGHT_WORDS[weight]}</h3>
            <ul>
              {list.map((f) => (
                <FindingRow key={f.key} finding={f} plan={plan} />
              ))}
            </ul>
          </section>
        );
      })}
      {plan.accepted && plan.accepted.length > 0 && (
        <details className="mt-4">
          <summary className="min-h-9 text-small text-muted">
            As meant: {plan.accepted.length} {plan.accepted.length === 1 ? 'finding' : 'findings'}
          </summary>
          <ul>
            {plan.accepted.map((a) => (
              <li key={a.key} className="flex items-start gap-2 border-b py-1.5 text-small">
                <span className="flex-1">{a.text}</span>
                <button type="button" className={SMALL} onClick={() => edit((p) => withAccepted(p, a, false))}>
                  Ask again
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
      <ThresholdFields />
    </>
  );
}

/** Nothing was found: in all of the class, or in what is known of it. */
function NothingFound({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  const sure = isSure(basisOf(movesNamed(plan), library));
  return <p className="py-3">{sure ? 'Nothing to point out.' : 'Nothing to point out in what is known.'}</p>;
}
