import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Plan } from '../../../core/class/index.ts';
import { changeKey, changeWords, isOpenChange, type PlanChange, withChanges } from '../../../core/record/index.ts';
import type { StoredPlan } from '../../../core/wire/index.ts';
import { api, Button, fetchAnew, messageOf, toast } from '../../base/index.ts';

/** The class a run was of, as it stands now; null when it is gone. */
function useStoredPlan(planId: string): [StoredPlan | null | 'asking', (stored: StoredPlan) => void] {
  const [stored, setStored] = useState<StoredPlan | null | 'asking'>('asking');
  useEffect(() => {
    let current = true;
    setStored('asking');
    api.plan(planId).then(
      (found) => current && setStored(found),
      () => current && setStored(null),
    );
    return () => {
      current = false;
    };
  }, [planId]);
  return [stored, setStored];
}

/** Saves the class anew; one that was saved elsewhere meanwhile is left as it is. */
async function save(stored: StoredPlan, next: Plan): Promise<StoredPlan> {
  const saved = await api.savePlan(next, stored.version);
  void fetchAnew(['plans']);
  return saved;
}

/** The plan made as it ran: what a run did otherwise than the plan it began with, each to take over into the class or to leave. */
export function AsRan({ led, changes }: { led: Plan; changes: readonly PlanChange[] }) {
  const planId = led.id;
  const [stored, setStored] = useStoredPlan(planId);
  const [busy, setBusy] = useState(false);
  if (changes.length === 0 || stored === 'asking') return null;
  if (stored === null)
    return <p className="text-muted">The class is not there any more, or the server is out of reach.</p>;
  const open = changes.filter((c) => isOpenChange(stored.plan, led, c));
  const take = async (taken: readonly PlanChange[]) => {
    setBusy(true);
    try {
      const next = await save(stored, withChanges(stored.plan, taken));
      setStored(next);
      toast(taken.length === 1 ? 'The class is changed.' : `${taken.length} changes made in the class.`, {
        action: {
          label: 'Undo',
          onClick: () =>
            void save(next, stored.plan).then(setStored, (e: unknown) =>
              toast.error(`It was not taken back: ${messageOf(e)}.`),
            ),
        },
      });
    } catch (e) {
      toast.error(`The class was not changed: ${messageOf(e)}.`);
    }
    setBusy(false);
  };
  return (
    <>
      <ul className="max-w-2xl border-t">
        {changes.map((c) => (
          <li key={changeKey(c)} className="flex flex-wrap items-center gap-x-3 border-b py-1">
            <span className="min-w-0 flex-1 basis-60">{changeWords(stored.plan, c)}</span>
            {open.includes(c) ? (
              <Button
                disabled={busy}
                aria-label={`Take over: ${changeWords(stored.plan, c)}`}
                onClick={() => void take([c])}
              >
                Take over
              </Button>
            ) : (
              <span className="min-h-11 py-2 text-small text-muted">nothing left to change</span>
            )}
          </li>
        ))}
      </ul>
      <p className="mt-2 flex flex-wrap items-center gap-3">
        {open.length > 1 && (
          <Button look="strong" disabled={busy} onClick={() => void take(open)}>
            Take over all {open.length}
          </Button>
        )}
        <Link to={`/classes/${planId}`} className="inline-flex min-h-11 items-center underline">
          Open the class
        </Link>
      </p>
    </>
  );
}
