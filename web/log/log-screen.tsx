import { format } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import { formatChange, formatDuration } from '../../core/plan/index.ts';
import type { RunSums } from '../../core/wire/index.ts';
import { api, clockAt, usePages } from '../data/index.ts';
import { MiniSheet } from '../drawings/index.ts';
import { FaultList, LongList } from '../lists/index.ts';
import { Button, SearchField } from '../ui/index.ts';

import { countDeviations } from './deviations.ts';
import { ImportRun } from './import-run.tsx';

/** What was really done: every run, the latest first. */
export function LogScreen() {
  const [query, setQuery] = useState('');
  const pages = usePages(['runs', query], (after) => api.runs({ q: query, after }));
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-6">
      <title>Log · Odd Round</title>
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <h1 className="digits text-big">Log</h1>
        <span className="flex-1" />
        <SearchField label="Search the log" placeholder="Title of the class" onSearch={setQuery} />
        <ImportRun />
        <Link to="/bin" className="inline-flex min-h-11 items-center px-2 underline">
          Bin
        </Link>
      </div>
      {pages.state === 'loading' && <p className="text-muted">Opening…</p>}
      {pages.state === 'failed' && (
        <p>
          {pages.message}. <Button onClick={pages.reload}>Try again</Button>
        </p>
      )}
      <FaultList faults={pages.faults} />
      {pages.state === 'ready' && pages.items.length === 0 && (
        <p className="max-w-prose py-8">
          {query === ''
            ? 'Nothing led yet. Lead a class from its round sheet and it is written down here as it happens.'
            : `No run fits “${query}”.`}
        </p>
      )}
      {pages.items.length > 0 && (
        <LongList name="Runs" pages={pages} rowHeight={73} keyOf={(run) => run.id}>
          {(run) => <RunRow run={run} />}
        </LongList>
      )}
    </main>
  );
}

/** "18 came, 7 of 10". */
const closeWords = ({ came, effort }: RunSums) =>
  [...(came === null ? [] : [`${came} came`]), ...(effort === null ? [] : [`${effort} of 10`])].join(', ');

function RunRow({ run }: { run: RunSums }) {
  const notes = countDeviations(run.deviations);
  const live = run.status === 'running' || run.status === 'paused';
  return (
    <div className="border-b hover:bg-card">
      <Link
        to={live ? `/desk/${run.id}` : `/log/${run.id}`}
        className="flex flex-wrap items-center gap-x-6 gap-y-1 px-2 py-3 lg:flex-nowrap"
      >
        <span className="w-44 shrink-0">
          <span className="digits block text-lead">
            {run.startedAt ? format(new Date(run.startedAt), 'EEE d MMM yyyy') : ''}
          </span>
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
