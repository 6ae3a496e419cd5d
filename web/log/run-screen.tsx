import { format } from 'date-fns';
import { useCallback, useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { formatChange, formatDuration } from '../../core/plan/index.ts';
import { foldRun, summarise } from '../../core/run/index.ts';
import { api, type StoredRun } from '../app/api.ts';
import { useLoaded } from '../app/use-loaded.ts';
import { WhenLoaded } from '../ui/when-loaded.tsx';
import { deviationWords } from './deviations.ts';
import { PlannedActual } from './planned-actual.tsx';

/** One run: planned against actual, and what went otherwise. */
export function RunScreen() {
  const { runId = '' } = useParams();
  const [loaded, reload] = useLoaded(useCallback(() => api.run(runId), [runId]));
  return (
    <WhenLoaded loaded={loaded} reload={reload}>
      {(value) => <Run run={value} />}
    </WhenLoaded>
  );
}

function Run({ run }: { run: StoredRun }) {
  const state = useMemo(() => foldRun(run.plan, run.events), [run]);
  const summary = useMemo(() => summarise(run.plan, state), [run, state]);
  const notes = summary.deviations.filter((d) => d.ms >= 500);
  return (
    <main className="mx-auto w-full max-w-[1240px] px-5 py-6">
      <p className="text-muted">
        <Link to="/log" className="underline">
          Log
        </Link>
        {run.startedAt && ` · ${format(new Date(run.startedAt), 'EEEE d MMMM yyyy, HH:mm')}`}
      </p>
      <h1 className="digits mt-1 text-3xl">{run.title}</h1>
      <dl className="mt-4 mb-6 flex flex-wrap gap-x-10 gap-y-3">
        <Figure name="planned" value={formatDuration(summary.plannedMs)} />
        <Figure
          name="actual"
          value={formatDuration(summary.actualMs)}
          note={formatChange(summary.actualMs - summary.plannedMs)}
        />
        <Figure name="paused" value={formatDuration(summary.pausedMs)} />
        <Figure name="work done" value={formatDuration(summary.workMs)} />
        <Figure
          name="ended"
          value={run.status === 'abandoned' ? 'abandoned' : run.status === 'finished' ? 'finished' : run.status}
        />
      </dl>
      <PlannedActual run={run} state={state} />
      <h2 className="mt-8 mb-2 text-xl font-semibold">What went otherwise</h2>
      {notes.length === 0 ? (
        <p>Nothing: it ran as planned.</p>
      ) : (
        <ul className="max-w-prose">
          {notes.map((d, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the record never changes order
            <li key={i} className="border-b py-1.5">
              {deviationWords(run.plan, d)}.
            </li>
          ))}
        </ul>
      )}
    </main>
  );
}

function Figure({ name, value, note }: { name: string; value: string; note?: string }) {
  return (
    <div>
      <dt className="text-[14px] text-muted">{name}</dt>
      <dd className="digits text-2xl">
        {value} {note && <span className="text-[16px] text-muted">{note}</span>}
      </dd>
    </div>
  );
}
