import { format } from 'date-fns';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { formatChange, formatDuration, type Plan } from '../../core/plan/index.ts';
import { foldRun, type RunState, recordsOf, stateAt, summarise } from '../../core/run/index.ts';
import { weightWords } from '../../core/values/index.ts';
import { api, clockAt, type StoredRun, useLoaded } from '../data/index.ts';

import { FaultList, WhenLoaded } from '../lists/index.ts';

import { deviationWords } from './deviations.ts';
import { PlannedActual } from './planned-actual.tsx';
import { RunClose, RunControls } from './run-close.tsx';

/** One run: planned against actual, and what went otherwise. */
export function RunScreen() {
  const { runId = '' } = useParams();
  const [loaded, reload] = useLoaded(['run', runId], () => api.run(runId));
  return (
    <WhenLoaded loaded={loaded} reload={reload}>
      {(value) => <Run run={value} onChanged={reload} />}
    </WhenLoaded>
  );
}

function Run({ run, onChanged }: { run: StoredRun; onChanged: () => void }) {
  // Time goes on without events; where no end was recorded, that is all that is known of what came after the last of them.
  const state = useMemo(() => stateAt(run.plan, run.events, Date.now()), [run]);
  const open = useMemo(() => openEnd(run, state), [run, state]);
  const summary = useMemo(() => summarise(run.plan, state), [run, state]);
  const notes = summary.deviations.filter((d) => d.ms >= 500);
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-6">
      <title>{`${run.title}, a run · Odd Round`}</title>
      <p className="text-muted">
        <Link to="/log" className="underline">
          Log
        </Link>
        {run.startedAt &&
          ` · ${format(new Date(run.startedAt), 'EEEE d MMMM yyyy')}, ${clockAt(Date.parse(run.startedAt))}`}
      </p>
      <h1 className="digits mt-1 break-words text-big">
        {run.title}
        {run.trial && (
          <span className="ml-3 border border-current px-2 align-middle text-plain font-normal">trial</span>
        )}
      </h1>
      <RunControls run={run} state={state} hasEnd={open === null} onChanged={onChanged} />
      <dl className="mt-4 mb-6 flex flex-wrap gap-x-10 gap-y-3">
        <Figure name="planned" value={formatDuration(summary.plannedMs)} />
        <Figure
          name={open ? 'by the clock' : 'actual'}
          value={formatDuration(summary.actualMs)}
          note={open ? '' : formatChange(summary.actualMs - summary.plannedMs)}
        />
        <Figure name="paused" value={formatDuration(summary.pausedMs)} />
        <Figure name={open ? 'work by the clock' : 'work done'} value={formatDuration(summary.workMs)} />
        <Figure name="ended" value={open ? 'no end recorded' : run.status} />
      </dl>
      {open && (
        <p className="-mt-2 mb-6 max-w-prose border-l-[3px] border-live pl-3">
          {open.heardMs === null
            ? 'Nothing was recorded after the start.'
            : `The last entry came ${formatDuration(open.heardMs)} in.`}{' '}
          {state.status === 'finished'
            ? 'The desk was closed before the end: what was done after that is not known. The figures are those of the clock alone.'
            : 'It may be running still, or its desk was closed: what was done after that is not known.'}
        </p>
      )}
      <FaultList faults={run.faults} />
      <PlannedActual run={run} state={state} name={open ? 'the clock' : 'actual'} />
      <h2 className="mt-8 mb-2 text-title font-semibold">What went otherwise</h2>
      {notes.length === 0 ? (
        <p>{open ? 'Nothing that was recorded.' : 'No change of the times was recorded.'}</p>
      ) : (
        <ul className="max-w-prose">
          {notes.map((d, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the record never changes order
            <li key={i} className="border-b py-1.5">
              {deviationWords(state.plan, d)}.
            </li>
          ))}
        </ul>
      )}
      <RunClose run={run} state={state} onChanged={onChanged} />
      <Written run={run} plan={state.plan} />
    </main>
  );
}

/** Where a run has no recorded end: how far in the last entry came, ms, or null when there was none; null for one that has ended. */
function openEnd({ plan, events }: StoredRun, state: RunState): { heardMs: number | null } | null {
  // Ended by what was done, be it the last interval skipped, and not by the clock alone.
  const { status } = foldRun(plan, events);
  const ended =
    status === 'finished' || status === 'abandoned' || events.some((e) => e.type === 'finish' || e.type === 'abandon');
  if (ended || state.startedAtMs === null) return null;
  const last = Math.max(...events.map((e) => e.atMs));
  return { heardMs: last > state.startedAtMs ? last - state.startedAtMs : null };
}

function Figure({ name, value, note }: { name: string; value: string; note?: string }) {
  return (
    <div>
      <dt className="text-small text-muted">{name}</dt>
      <dd className="digits text-head">
        {value} {note && <span className="text-plain text-muted">{note}</span>}
      </dd>
    </div>
  );
}

/** Reps by station, round and squad, and the notes. */
function Written({ run, plan }: { run: StoredRun; plan: Plan }) {
  const { reps, notes } = recordsOf(run.events);
  const nameOf = (id: string | null) =>
    plan.blocks.flatMap((b) => b.stations).find((s) => s.id === id)?.move ?? 'the class';
  const place = (id: string | null, round: number | null) => `${nameOf(id)}${round === null ? '' : `, round ${round}`}`;
  if (reps.length === 0 && notes.length === 0) return null;
  return (
    <>
      {reps.length > 0 && (
        <>
          <h2 className="mt-8 mb-2 text-title font-semibold">Reps</h2>
          <table className="w-full max-w-prose text-left">
            <thead className="text-small text-muted">
              <tr className="border-b">
                <th className="font-normal">Set</th>
                <th className="font-normal">Who</th>
                <th className="text-right font-normal">Reps</th>
                <th className="text-right font-normal">Weight</th>
              </tr>
            </thead>
            <tbody>
              {reps.map((r) => (
                <tr key={r.id} className="border-b">
                  <td className="py-1">
                    {place(r.stationId, r.round)}
                    {r.side && `, ${r.side}`}
                    {r.again && `, time ${r.again}`}
                  </td>
                  <td>{r.squad ?? 'all'}</td>
                  <td className="digits text-right">{r.count}</td>
                  <td className="digits text-right">{r.weightKg === undefined ? '' : weightWords(r.weightKg)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      {notes.length > 0 && (
        <>
          <h2 className="mt-8 mb-2 text-title font-semibold">Notes</h2>
          <ul className="max-w-prose">
            {notes.map((n) => (
              <li key={n.id} className="border-b py-1.5">
                {n.text} <span className="text-small text-muted">{place(n.stationId, n.round)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
