import { format } from 'date-fns';
import { type ComponentProps, useCallback, useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { formatChange, formatDuration, placeWords } from '../../../core/class/index.ts';
import {
  cellText,
  changesOf,
  densityOf,
  entryOf,
  type RunRecord,
  recordOf,
  sessionEffort,
  sessionLoad,
} from '../../../core/record/index.ts';
import {
  correctionsOf,
  foldRun,
  type RepsRecord,
  type RunState,
  recordsOf,
  stateAt,
  summarise,
} from '../../../core/time/index.ts';
import type { StoredRun } from '../../../core/wire/index.ts';
import { api, clockAt, FaultList, messageOf, toast, useLoaded, useWhoNames, WhenLoaded } from '../../base/index.ts';
import { AsRan, deviationWords, RecordGrid, RunClose, RunControls, sendRun, writeAll } from '../../lead/index.ts';
import { EverySetAndGap, PlannedActual } from './planned-actual.tsx';
import { Rounds, SideBySide } from './run-counts.tsx';
import { RunOut } from './run-out.tsx';
import { RunPulse } from './run-pulse.tsx';

/** One run: planned against actual, and what went otherwise. */
export function RunScreen() {
  const { runId = '' } = useParams();
  const [loaded, reload] = useLoaded(['run', runId], async () => {
    await sendRun(runId);
    return api.run(runId);
  });
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
  const record = useMemo(() => recordOf(run.plan, run.events, Date.now()), [run]);
  const changes = useMemo(() => changesOf(run.plan, run.events), [run]);
  const effort = sessionEffort(record.closing);
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-6">
      <title>{`${run.title}, a run · Odd Round`}</title>
      <p className="text-muted">
        <Link to="/log" className="underline">
          Log
        </Link>
        {run.startedAt &&
          ` · ${format(new Date(run.startedAt), 'EEEE d MMMM yyyy')}, ${clockAt(Date.parse(run.startedAt))}`}
        {run.plan.series && ` · ${placeWords(run.plan.series)} of ${run.plan.series.title}`}
      </p>
      <h1 className="digits mt-1 break-words text-big">
        {run.title}
        {run.trial && (
          <span className="ml-3 border border-current px-2 align-middle text-plain font-normal">trial</span>
        )}
      </h1>
      <RunControls run={run} state={state} hasEnd={open === null} onChanged={onChanged} />
      <Sums {...{ run, summary, record, open }} />
      {open && <NoEnd {...open} finished={state.status === 'finished'} />}
      <FaultList faults={run.faults} />
      <PlannedActual run={run} state={state} name={open ? 'the clock' : 'actual'} />
      <EverySetAndGap run={run} />
      <div className="mt-6 grid gap-x-12 gap-y-8 lg:grid-cols-2">
        <section aria-label="What went otherwise" className="min-w-0">
          <h2 className="mb-2 text-title font-semibold">What went otherwise</h2>
          {notes.length === 0 ? (
            <p>{open ? 'Nothing that was recorded.' : 'No change of the times was recorded.'}</p>
          ) : (
            <ul>
              {notes.map((d, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: the record never changes order
                <li key={i} className="border-b py-1.5">
                  {deviationWords(state.plan, d)}.
                </li>
              ))}
            </ul>
          )}
        </section>
        {changes.length > 0 && (
          <section aria-label="Make the plan as it ran" className="min-w-0">
            <h2 className="mb-2 text-title font-semibold">Make the plan as it ran</h2>
            <AsRan led={run.plan} changes={changes} />
          </section>
        )}
      </div>
      <Notes record={record} />
      <div className="mt-8">
        <Rounds record={record} file={`${run.title}, reps`} />
      </div>
      <RunPulse
        run={run}
        record={record}
        loadBySaid={effort && !open ? sessionLoad(effort.effort, record.totalMs) : null}
      />
      <Counts run={run} record={record} onChanged={onChanged} />
      <h2 className="mt-8 mb-2 text-title font-semibold">Beside the last ones</h2>
      <SideBySide run={run} record={record} />
      <RunOut run={run} />
      <RunClose run={run} state={state} onChanged={onChanged} />
    </main>
  );
}

type End = ReturnType<typeof openEnd>;

interface SumsProps {
  run: StoredRun;
  summary: ReturnType<typeof summarise>;
  record: RunRecord;
  open: End;
}

/** What the run comes to; where it has no recorded end, what the clock says of it. */
function Sums({ run, summary, record, open }: SumsProps) {
  const density = densityOf(record);
  const effort = sessionEffort(record.closing);
  return (
    <dl className="mt-4 mb-6 flex flex-wrap gap-x-10 gap-y-3">
      <Figure name="planned" value={formatDuration(summary.plannedMs)} />
      <Figure
        name={open ? 'by the clock' : 'actual'}
        value={formatDuration(summary.actualMs)}
        note={open ? '' : formatChange(summary.actualMs - summary.plannedMs)}
      />
      <Figure name="paused" value={formatDuration(summary.pausedMs)} />
      <Figure name={open ? 'work by the clock' : 'work done'} value={formatDuration(summary.workMs)} />
      {!open && density !== null && (
        <Figure name="density" value={`${Math.round(density * 100)} %`} note="work of the whole" />
      )}
      {effort && (
        <Figure
          name="how hard"
          value={`${Math.round(effort.effort * 10) / 10} of 10`}
          note={effort.by === 'instructor' ? 'said the instructor' : `said ${effort.said} of the ${effort.by}`}
        />
      )}
      {effort && !open && (
        <Figure
          name="load"
          value={String(Math.round(sessionLoad(effort.effort, record.totalMs)))}
          note="how hard × minutes"
        />
      )}
      <Figure name="ended" value={open ? 'no end recorded' : run.status} />
    </dl>
  );
}

function NoEnd({ heardMs, finished }: NonNullable<End> & { finished: boolean }) {
  return (
    <p className="-mt-2 mb-6 max-w-prose border-l-[3px] border-live pl-3">
      {heardMs === null
        ? 'Nothing was recorded after the start.'
        : `The last entry came ${formatDuration(heardMs)} in.`}{' '}
      {finished
        ? 'The desk was closed before the end: what was done after that is not known. The figures are those of the clock alone.'
        : 'It may be running still, or its desk was closed: what was done after that is not known.'}
    </p>
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

/** The notes, and the word for next time. */
function Notes({ record }: { record: RunRecord }) {
  const nameOf = useWhoNames();
  const own = record.sets.filter((s) => s.note !== '');
  if (record.notes.length === 0 && own.length === 0) return null;
  return (
    <section aria-label="Notes" className="mt-8">
      <h2 className="mb-2 text-title font-semibold">Notes</h2>
      <ul className="max-w-prose">
        {record.notes.map((n) => (
          <li key={n.id} className="border-b py-1.5">
            {n.text}{' '}
            <span className="text-small text-muted">
              {n.move ?? 'the class'}
              {n.round !== null && `, round ${n.round}`}
            </span>
          </li>
        ))}
        {own.map((s) => (
          <li key={`${s.stationId} ${s.round} ${s.side} ${s.again} ${s.squad} ${s.person}`} className="border-b py-1.5">
            {s.note}{' '}
            <span className="text-small text-muted">
              {s.move}
              {s.round !== null && `, round ${s.round}`}, {nameOf(s)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was counted, to be completed and corrected at any time, with what stood there before. */
function Counts({ run, record, onChanged }: { run: StoredRun; record: RunRecord; onChanged: () => void }) {
  const { reps } = useMemo(() => recordsOf(run.events), [run]);
  const blockNamed = useCallback(
    (id: string | null) => run.plan.blocks.find((b) => b.id === id)?.title ?? '',
    [run.plan],
  );
  const toCount = useMemo(
    () => run.plan.blocks.flatMap((b) => b.stations.flatMap((s) => (s.reps ? [s.id] : []))),
    [run.plan],
  );
  if (record.sets.length === 0) return null;
  // What was typed is not lost where the server does not take it.
  const keep: ComponentProps<typeof RecordGrid>['onKeep'] = (entries) =>
    void writeAll(run, entries).then(onChanged, (e: unknown) =>
      toast.error(`It was not written down: ${messageOf(e)}.`, {
        duration: Number.POSITIVE_INFINITY,
        action: { label: 'Write it again', onClick: () => keep(entries) },
      }),
    );
  return (
    <section aria-label="Reps and weights" className="mt-8 min-w-0">
      <h2 className="mb-2 text-title font-semibold">Reps and weights</h2>
      <RecordGrid
        sets={record.sets}
        reps={reps}
        squads={run.plan.squads ?? NO_SQUADS}
        toCount={toCount}
        blockNamed={blockNamed}
        onKeep={keep}
      />
      <Corrected run={run} record={record} />
    </section>
  );
}

const NO_SQUADS: readonly string[] = [];

/** What stood in the record before it was corrected. */
function Corrected({ run, record }: { run: StoredRun; record: RunRecord }) {
  const nameOf = useWhoNames();
  const corrections = useMemo(() => correctionsOf(run.events), [run]);
  if (corrections.length === 0) return null;
  const moveOf = (r: RepsRecord) => record.sets.find((s) => s.stationId === r.stationId)?.move ?? '';
  return (
    <details className="mt-2">
      <summary className="inline-flex min-h-11 cursor-pointer items-center text-small text-muted">
        {corrections.length} corrected
      </summary>
      <ul className="max-w-prose">
        {corrections.map(({ was, now }) => (
          <li key={now.id} className="border-b py-1">
            {moveOf(now)}
            {now.round !== null && `, round ${now.round}`}
            {now.side && `, ${now.side}`}, {nameOf(now)}: {wordsOf(was)} became {wordsOf(now)},{' '}
            {format(new Date(now.atMs), 'd MMM yyyy')} {clockAt(now.atMs)}
          </li>
        ))}
      </ul>
    </details>
  );
}

const wordsOf = (r: RepsRecord) => cellText(entryOf(r)) || 'nothing';
