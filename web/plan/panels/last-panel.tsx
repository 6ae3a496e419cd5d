import { format } from 'date-fns';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { capital, formatChange, formatDuration, type Plan } from '../../../core/class/index.ts';
import {
  ALIKE_RUNS,
  changeWords,
  countsByMove,
  countWords,
  type Habit,
  habitsOf,
  type PlanChange,
  type Progress,
  paceWords,
  proposals,
  withChanges,
} from '../../../core/record/index.ts';
import type { PastRun } from '../../../core/wire/index.ts';
import { Button, dayOf, toast, useLibrary, usePast, useWhoNames } from '../../base/index.ts';
import { edit, undo } from '../editing/index.ts';

function take(plan: Plan, changes: readonly PlanChange[]) {
  edit((p) => withChanges(p, changes));
  toast.undoable(`${changes.map((c) => changeWords(plan, c)).join('; ')}.`, undo);
}

/** What was done with this class before: the last time, what always goes otherwise, and what to ask of it next. */
export function LastPanel({ plan }: { plan: Plan }) {
  const [past, reload] = usePast(plan.id);
  if (past.state === 'loading') return <p className="text-muted">Opening…</p>;
  if (past.state === 'failed')
    return (
      <p>
        {past.message}. <Button onClick={reload}>Try again</Button>
      </p>
    );
  const [last] = past.value;
  if (!last)
    return (
      <p>
        This class was never led to its end. Reps, weights and notes of each time will lie here, beside the class, with
        what to ask of it next.
      </p>
    );
  return (
    <LastTime last={last}>
      <Habits plan={plan} past={past.value} />
      <Next plan={plan} past={past.value} />
    </LastTime>
  );
}

/** What was written down the last time: the word for next time, notes, reps and weights. */
export function LastTime({ last, children }: { last: PastRun; children?: ReactNode }) {
  const nameOf = useWhoNames();
  const series = countsByMove(last.sets);
  const notes = [
    ...last.notes.map((n) => ({ text: n.text, of: n.move })),
    ...last.sets.filter((s) => s.note !== '').map((s) => ({ text: s.note, of: `${s.move}, ${nameOf(s)}` })),
  ];
  const facts = [
    last.came === null ? '' : `${last.came} came`,
    last.effort === null ? 'nobody said how hard it was' : `${Math.round(last.effort * 10) / 10} of 10`,
  ].filter(Boolean);
  return (
    <section aria-label="What was written down" className="mb-5">
      <h3 className="font-semibold">
        <Link to={`/log/${last.id}`} className="underline">
          {format(new Date(last.startedAt), 'EEE d MMM yyyy')}
        </Link>
      </h3>
      <p className="text-small text-muted">{facts.join(', ')}</p>
      {last.next !== '' && <p className="mt-2 whitespace-pre-line border-l-[3px] border-live pl-3">{last.next}</p>}
      {notes.map((n, k) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a record never changes order
        <p key={k} className="mt-1 border-l-[3px] pl-3">
          {n.text}
          {n.of && <span className="text-small text-muted"> {n.of}</span>}
        </p>
      ))}
      {children}
      {series.length === 0 ? (
        <p className="mt-2 text-small text-muted">No reps or weights were written down.</p>
      ) : (
        <table className="mt-2 w-full text-left">
          <tbody>
            {series.map((s) => (
              <tr key={`${s.move} ${s.who.squad} ${s.who.person ?? ''}`} className="border-b align-baseline">
                <th scope="row" className="py-1 pr-2 font-normal">
                  {s.move}
                  <span className="block text-small text-muted">{nameOf(s.who)}</span>
                </th>
                <td className="digits py-1">{s.sets.map((x) => countWords(x)).join(', ')}</td>
                <td className="py-1 text-right text-small text-muted">{s.drop === null ? '' : paceWords(s.drop)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

const amountWords = ({ amountsMs, times }: Habit) => {
  if (amountsMs.length === 0) return `in the last ${times} runs`;
  const [first = 0] = amountsMs;
  const all = amountsMs.map((ms) => formatDuration(Math.abs(ms)));
  return `ran ${all.join(', ')} ${first > 0 ? 'long' : 'short'} in the last ${times} runs`;
};

function Habits({ plan, past }: { plan: Plan; past: readonly PastRun[] }) {
  const habits = habitsOf(plan, past);
  if (habits.length === 0) return null;
  return (
    <section aria-label="Always otherwise" className="mt-4">
      <h3 className="font-semibold">The last {ALIKE_RUNS} times alike</h3>
      <ul>
        {habits.map((h) => (
          <li key={changeWords(plan, h.change)} className="border-b py-2">
            {changeWords(plan, h.change)} <span className="text-small text-muted">{amountWords(h)}</span>
            <div>
              <Button onClick={() => take(plan, [h.change])}>Make it so</Button>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

const KIND_WORDS: Record<Progress['kind'], string> = {
  work: 'A bit more work',
  rest: 'A bit less rest',
  round: 'More rounds',
  harder: 'A harder way',
  weight: 'More weight',
  ease: 'An easier one',
};

function Next({ plan, past }: { plan: Plan; past: readonly PastRun[] }) {
  const library = useLibrary((s) => s.library);
  const { progress, why } = proposals(
    plan,
    past.map((p) => ({ day: dayOf(p.startedAt), plan: p.plan, sets: p.sets, effort: p.effort })),
    library,
    dayOf(),
  );
  return (
    <section aria-label="What to ask next" className="mt-4 mb-5">
      <h3 className="font-semibold">One thing to ask next</h3>
      <p className="mb-1 text-small text-muted">{why}</p>
      <ul>
        {progress.map((p) => (
          <li key={p.kind} className="border-b py-2">
            <b>{KIND_WORDS[p.kind]}:</b> {p.changes.map((c) => changeWords(plan, c)).join('; ')}
            <span className="digits ml-2">{p.costMs === 0 ? 'no longer' : formatChange(p.costMs)}</span>
            <span className="block text-small text-muted">
              {p.reason}. {capital(p.source)}.
              {p.spareMs !== null &&
                (p.spareMs < 0
                  ? ` It would be ${formatDuration(-p.spareMs)} over the slot.`
                  : ` ${formatDuration(p.spareMs)} of the slot would be left.`)}
            </span>
            <Button onClick={() => take(plan, p.changes)}>Ask it</Button>
          </li>
        ))}
      </ul>
      {progress.length > 0 && (
        <p className="mt-2 text-small text-muted">
          Take one of them, lead it, and see. General rules: qualified judgement of the people before you comes first.
        </p>
      )}
    </section>
  );
}
