import { toast } from 'sonner';
import { CHECKS, withAccepted } from '../../core/checks/index.ts';
import { AUDIENCES, type Audience, basisOf, isSure, movesNamed, REASON_WORDS } from '../../core/moves/index.ts';
import { formatChange, type Plan } from '../../core/plan/index.ts';
import { useLibrary } from '../data/index.ts';
import { edit, HeadsField, showBlock, undo, useBuilder } from '../editing/index.ts';
import { Checkbox, Select } from '../ui/index.ts';
import type { PricedFinding } from '../workers/index.ts';
import { BasisNote } from './basis-note.tsx';
import { ThresholdFields } from './threshold-fields.tsx';

const WEIGHT_WORDS = { 3: 'Must be mended', 2: 'Mend if you can', 1: 'Worth knowing' } as const;
const small = 'min-h-9 rounded-md border border-line-strong px-2.5 text-small hover:border-ink';

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
                <button type="button" className={small} onClick={() => edit((p) => withAccepted(p, a, false))}>
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

function FindingRow({ finding, plan }: { finding: PricedFinding; plan: Plan }) {
  const check = CHECKS.find((c) => c.id === finding.check);
  const { blockId } = finding.place;
  const block = plan.blocks.find((b) => b.id === blockId);
  const apply = (k: number) => {
    const fix = finding.fixes[k];
    if (!fix) return;
    useBuilder.getState().dispatch(fix.steps);
    toast(`${fix.label}.`, { action: { label: 'Undo', onClick: undo } });
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
      <p className="text-fine text-muted">{check?.reason}</p>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {finding.fixes.map((fix, k) => {
          const cost = finding.costsMs[k] ?? 0;
          const said = /[+\u2212]\d/.test(fix.label) || cost === 0 ? '' : ` (${formatChange(cost)})`;
          return (
            <button key={fix.label} type="button" className={small} onClick={() => apply(k)}>
              {fix.label}
              {said}
            </button>
          );
        })}
        <button
          type="button"
          className={`${small} text-muted`}
          onClick={() => edit((p) => withAccepted(p, finding, true))}
        >
          As meant
        </button>
      </div>
    </li>
  );
}

/** Heads, level and what people have said of themselves: what several checks turn on. */
function ForWhom({ plan }: { plan: Plan }) {
  const toggle = (who: Audience, on: boolean) =>
    edit(({ audience = [], ...p }) => {
      const next = AUDIENCES.filter((a) => (a === who ? on : audience.includes(a)));
      return next.length > 0 ? { ...p, audience: next } : p;
    });
  return (
    <section aria-label="For whom" className="border-b pb-3">
      <div className="flex items-center gap-2 text-small">
        <HeadsField plan={plan} label="Heads" />
        people, level
        <Select
          aria-label="Level"
          value={plan.level}
          onChange={(e) => edit((p) => ({ ...p, level: e.target.value as Plan['level'] }))}
        >
          <option value="beginner">beginners</option>
          <option value="mixed">mixed</option>
          <option value="practised">practised</option>
        </Select>
      </div>
      <fieldset className="mt-1.5 flex flex-wrap gap-x-3 text-small">
        <legend className="text-small text-muted">Someone here has said</legend>
        {AUDIENCES.map((a) => (
          <Checkbox key={a} checked={plan.audience?.includes(a) ?? false} onChange={(on) => toggle(a, on)}>
            {REASON_WORDS[a]}
          </Checkbox>
        ))}
      </fieldset>
    </section>
  );
}
