import { format } from 'date-fns';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { formatChange, formatDuration } from '../../../core/class/index.ts';
import { addDays, isDay } from '../../../core/record/index.ts';
import type { RunSums } from '../../../core/wire/index.ts';
import {
  api,
  Button,
  Checkbox,
  clockAt,
  FaultList,
  fetchAnew,
  Labelled,
  type LogQuery,
  LongList,
  MiniSheet,
  messageOf,
  OneOf,
  SearchField,
  TextField,
  toast,
  usePages,
} from '../../base/index.ts';
import { countDeviations } from '../../lead/index.ts';
import { RecordsHead } from '../records/index.ts';
import { RecordFiles } from './record-files.tsx';

/** What the log is narrowed by, as the address says it. */
interface Filters {
  from: string;
  to: string;
  squad: string;
  move: string;
  trial: string;
}

const TRIALS: readonly [string, string][] = [
  ['', 'with them'],
  ['none', 'without them'],
  ['only', 'only them'],
];

const FILTERS = ['from', 'to', 'squad', 'move', 'trial'] as const;

function useFilters(): [Filters, (change: Partial<Filters>) => void] {
  const [params, setParams] = useSearchParams();
  const filters = Object.fromEntries(FILTERS.map((f) => [f, params.get(f) ?? ''])) as unknown as Filters;
  const set = (change: Partial<Filters>) =>
    setParams(Object.fromEntries(Object.entries({ ...filters, ...change }).filter(([, value]) => value !== '')), {
      replace: true,
    });
  return [filters, set];
}

const midnight = (day: string) => new Date(`${day}T00:00`).toISOString();

function queryOf({ from, to, squad, move, trial }: Filters): LogQuery {
  return {
    ...(isDay(from) ? { since: midnight(from) } : {}),
    ...(isDay(to) ? { until: midnight(addDays(to, 1)) } : {}),
    ...(squad === '' ? {} : { squad }),
    ...(move === '' ? {} : { move }),
    ...(trial === 'only' || trial === 'none' ? { trial } : {}),
  };
}

/** What was really done: every run, the latest first. */
export function LogScreen() {
  const [query, setQuery] = useState('');
  const [filters, setFilters] = useFilters();
  const asked = queryOf(filters);
  const pages = usePages(['runs', query, asked], (after) => api.runs({ ...asked, q: query, after }));
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const narrowed = query !== '' || Object.keys(asked).length > 0;
  const choose = (id: string, on: boolean) =>
    setChosen((all) => new Set(on ? [...all, id] : [...all].filter((x) => x !== id)));
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-4">
      <title>Log · Odd Round</title>
      <RecordsHead title="Log">
        <SearchField label="Search the log" placeholder="Title or note" onSearch={setQuery} />
        <RecordFiles />
        <Link to="/bin" className="inline-flex min-h-11 items-center px-2 underline">
          Bin
        </Link>
      </RecordsHead>
      <Narrow filters={filters} onChange={setFilters} />
      {chosen.size > 0 && (
        <Chosen
          ids={[...chosen]}
          onDone={() => {
            setChosen(new Set());
            pages.reload();
          }}
          onNone={() => setChosen(new Set())}
        />
      )}
      {pages.state === 'loading' && <p className="text-muted">Opening…</p>}
      {pages.state === 'failed' && (
        <p>
          {pages.message}. <Button onClick={pages.reload}>Try again</Button>
        </p>
      )}
      <FaultList faults={pages.faults} />
      {pages.state === 'ready' && pages.items.length === 0 && (
        <p className="max-w-prose py-8">
          {narrowed
            ? `No run fits${query === '' ? '' : ` “${query}”`}.`
            : 'Nothing led yet. Lead a class from its round sheet and it is written down here as it happens.'}
        </p>
      )}
      {pages.items.length > 0 && (
        <LongList name="Runs" pages={pages} rowHeight={73} keyOf={(run) => run.id}>
          {(run) => <RunRow run={run} chosen={chosen.has(run.id)} onChoose={(on) => choose(run.id, on)} />}
        </LongList>
      )}
    </main>
  );
}

/** From a day, to a day, with a squad, with a move, trials. */
function Narrow({ filters, onChange }: { filters: Filters; onChange: (change: Partial<Filters>) => void }) {
  const date = 'min-h-11 rounded-md border border-line-strong bg-card px-2';
  return (
    <div className="mb-4 flex flex-wrap items-end gap-3" role="group" aria-label="Narrow the log">
      <Labelled name="From">
        <input type="date" className={date} value={filters.from} onChange={(e) => onChange({ from: e.target.value })} />
      </Labelled>
      <Labelled name="To">
        <input type="date" className={date} value={filters.to} onChange={(e) => onChange({ to: e.target.value })} />
      </Labelled>
      <Said key={`squad ${filters.squad}`} name="Squad" value={filters.squad} onSay={(squad) => onChange({ squad })} />
      <Said key={`move ${filters.move}`} name="Move" value={filters.move} onSay={(move) => onChange({ move })} />
      <Labelled name="Trials">
        <OneOf className="min-h-11" of={TRIALS} value={filters.trial} onPick={(trial) => onChange({ trial })} />
      </Labelled>
      {FILTERS.some((f) => filters[f] !== '') && (
        <Button look="quiet" onClick={() => onChange({ from: '', to: '', squad: '', move: '', trial: '' })}>
          All
        </Button>
      )}
    </div>
  );
}

/** A word that is taken when the field is left. */
function Said({ name, value, onSay }: { name: string; value: string; onSay: (value: string) => void }) {
  const [typed, setTyped] = useState(value);
  return (
    <Labelled name={name}>
      <TextField
        className="min-h-11 w-40"
        maxLength={80}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onCommit={() => typed.trim() !== value && onSay(typed.trim())}
      />
    </Labelled>
  );
}

/** What can be done with the runs that are chosen. */
function Chosen({ ids, onDone, onNone }: { ids: readonly string[]; onDone: () => void; onNone: () => void }) {
  const mark = (marks: { trial?: boolean; binned?: boolean }, words: string) =>
    void api.markRuns(ids, marks).then(
      ({ changed }) => {
        void fetchAnew(['records']);
        onDone();
        toast(`${changed} ${words}.`, {
          duration: 12_000,
          ...(marks.binned && {
            action: { label: 'Undo', onClick: () => void api.markRuns(ids, { binned: false }).then(onDone) },
          }),
        });
      },
      (e: unknown) => toast.error(`Nothing was changed: ${messageOf(e)}.`),
    );
  return (
    <div
      role="group"
      aria-label="The chosen runs"
      className="sticky top-0 z-20 mb-2 flex flex-wrap items-center gap-2 border-y border-line-strong bg-card px-2 py-1"
    >
      <span className="mr-2">{ids.length} chosen</span>
      <Button onClick={() => mark({ trial: true }, 'marked as trials')}>Trials</Button>
      <Button onClick={() => mark({ trial: false }, 'are no trials')}>No trials</Button>
      <Button onClick={() => mark({ binned: true }, 'in the bin')}>Into the bin</Button>
      <Button look="quiet" onClick={onNone}>
        None
      </Button>
    </div>
  );
}

/** "18 came, 7 of 10". */
const closeWords = ({ came, effort }: RunSums) =>
  [...(came === null ? [] : [`${came} came`]), ...(effort === null ? [] : [`${effort} of 10`])].join(', ');

function RunRow({ run, chosen, onChoose }: { run: RunSums; chosen: boolean; onChoose: (on: boolean) => void }) {
  const notes = countDeviations(run.deviations);
  const live = run.status === 'running' || run.status === 'paused';
  const day = run.startedAt ? format(new Date(run.startedAt), 'EEE d MMM yyyy') : '';
  return (
    <div className="flex items-center border-b hover:bg-card">
      {/* biome-ignore lint/a11y/noLabelWithoutControl: the box is the control */}
      <label className="flex min-h-11 min-w-11 items-center justify-center">
        <Checkbox aria-label={`Choose ${run.title}, ${day}`} checked={chosen} onChange={onChoose} />
      </label>
      <Link
        to={live ? `/desk/${run.id}` : `/log/${run.id}`}
        className="flex min-w-0 flex-1 flex-wrap items-center gap-x-6 gap-y-1 px-2 py-3 lg:flex-nowrap"
      >
        <span className="w-44 shrink-0">
          <span className="digits block text-lead">{day}</span>
          <span className="block text-small text-muted">{run.startedAt ? clockAt(Date.parse(run.startedAt)) : ''}</span>
        </span>
        <span className="min-w-0 flex-1 basis-52 break-words text-lead font-semibold">
          {run.title}
          {run.trial && ' '}
          {run.trial && <span className="ml-1 border border-current px-1 text-fine font-normal">trial</span>}
        </span>
        <span className="max-sm:hidden">
          <MiniSheet outline={run.outline} width={240} height={42} />
        </span>
        <span className="min-w-0 flex-1 basis-40 break-words text-small text-muted">
          {live ? 'Still running: open the desk' : [closeWords(run), notes].filter(Boolean).join(' · ')}
        </span>
        <span className="digits w-20 shrink-0 text-right text-lead">{formatDuration(run.actualMs)}</span>
        <span className="w-32 shrink-0 text-right text-small text-muted">
          planned {formatDuration(run.plannedMs)}
          <br />
          {run.status === 'abandoned' ? 'abandoned' : formatChange(run.actualMs - run.plannedMs)}
        </span>
      </Link>
    </div>
  );
}
