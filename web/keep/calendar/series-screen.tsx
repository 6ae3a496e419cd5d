import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { applySteps, formatDuration, type Plan, placeWords, stepsBetween } from '../../../core/class/index.ts';
import { addDays, type DatedClass, type Series, TEMPLATES } from '../../../core/record/index.ts';
import { totals } from '../../../core/time/index.ts';
import { calendar, exporting, plans, records } from '../../../core/wire/index.ts';
import {
  addressOf,
  api,
  ask,
  Button,
  dayOf,
  dayWords,
  fetchAnew,
  messageOf,
  queries,
  sumsOf,
  toast,
  useLoaded,
  WhenLoaded,
} from '../../base/index.ts';
import { keptSize } from '../../plan/index.ts';
import { EntryDialog } from './entry-dialog.tsx';
import { SeriesBalance } from './series-balance.tsx';

/** A series: its classes on their days, what was led of them, and what it works and loads week by week. */
export function SeriesScreen() {
  const { id = '' } = useParams();
  const [loaded, reload] = useLoaded(['series', id], () => ask(calendar.getSeries, { path: { id } }));
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-4">
      <title>A series · Odd Round</title>
      <p className="text-muted">
        <Link to="/series" className="underline">
          Series
        </Link>
      </p>
      <WhenLoaded loaded={loaded} reload={reload}>
        {({ series, classes }) => (
          <Whole
            series={series}
            classes={classes.filter((c): c is DatedClass => c.kind === 'class')}
            onChanged={reload}
          />
        )}
      </WhenLoaded>
    </main>
  );
}

/** The classes of a series by their ids, and the sessions of it that were led. */
function usePlansAndRuns(series: Series, classes: readonly DatedClass[]) {
  const ids = classes.flatMap((c) => (c.planId === null ? [] : [c.planId]));
  const [plans] = useLoaded(['series', series.id, 'plans', ids.join()], async () => {
    const found = await Promise.all(ids.map((id) => api.plan(id).catch(() => null)));
    return found.flatMap((f) => (f ? [f.plan] : []));
  });
  const byId = useMemo(() => new Map((plans.state === 'ready' ? plans.value : []).map((p) => [p.id, p])), [plans]);
  const [first, last] = [classes[0]?.day ?? series.start, classes.at(-1)?.day ?? series.start];
  const [sessions] = useLoaded(['records', 'sessions', first, last], () =>
    ask(records.sessionsDone, {
      query: {
        since: new Date(`${first}T00:00`).toISOString(),
        until: new Date(`${addDays(last, 1)}T00:00`).toISOString(),
      },
    }),
  );
  const led = useMemo(
    () => (sessions.state === 'ready' ? sessions.value.filter((s) => ids.includes(s.planId)) : []),
    [sessions, ids],
  );
  return { byId, led };
}

interface WholeProps {
  series: Series;
  classes: readonly DatedClass[];
  onChanged: () => void;
}

function Whole({ series, classes, onChanged }: WholeProps) {
  const navigate = useNavigate();
  const [open, setOpen] = useState<DatedClass | null>(null);
  const { byId, led } = usePlansAndRuns(series, classes);
  const end = () =>
    void ask(calendar.deleteSeries, { path: { id: series.id } }).then(
      ({ removed }) => {
        queries.clear();
        toast(`The series has ended. ${removed} of its classes that were not led are in the bin.`);
        navigate('/series');
      },
      (e: unknown) => toast.error(`The series goes on: ${messageOf(e)}.`),
    );
  return (
    <>
      <div className="mb-1 flex flex-wrap items-center gap-3">
        <h1 className="digits break-words text-big">{series.title}</h1>
        <span className="flex-1" />
        <a
          className="inline-flex min-h-11 items-center px-2 underline"
          href={addressOf(calendar.exportCalendar, { query: { series: series.id } })}
        >
          As a calendar file
        </a>
        <a
          className="inline-flex min-h-11 items-center px-2 underline"
          href={addressOf(exporting.getSeriesPaper, { path: { id: series.id }, query: { size: keptSize() } })}
        >
          On paper (PDF)
        </a>
        <Button onClick={end}>End it here</Button>
      </div>
      <p className="mb-4 text-muted">
        {TEMPLATES[series.template].name}: {series.weeks} weeks, {classes.length} classes, {led.length} led.
      </p>
      <ol className="border-t">
        {classes.map((c) => (
          <ClassLine
            key={c.id}
            dated={c}
            plan={byId.get(c.planId ?? '') ?? null}
            runId={led.find((s) => s.planId === c.planId)?.runId ?? null}
            onOpen={() => setOpen(c)}
            onCarry={() => void carryOn(c, classes).then(onChanged)}
          />
        ))}
      </ol>
      <SeriesBalance
        planned={classes.flatMap((c) => {
          const plan = byId.get(c.planId ?? '');
          return plan && !c.cancelled ? [{ day: c.day, plan }] : [];
        })}
        effort={series.effort}
        run={led.map(sumsOf)}
      />
      {open && (
        <EntryDialog
          item={open}
          isNew={false}
          onSlot={() => {}}
          onClose={() => {
            setOpen(null);
            onChanged();
          }}
        />
      )}
    </>
  );
}

interface LineProps {
  dated: DatedClass;
  plan: Plan | null;
  runId: string | null;
  onOpen: () => void;
  onCarry: () => void;
}

function ClassLine({ dated, plan, runId, onOpen, onCarry }: LineProps) {
  const isPast = dated.day < dayOf();
  return (
    <li className="flex flex-wrap items-center gap-x-4 border-b py-0.5">
      <span className="digits w-16">{dated.series && placeWords(dated.series)}</span>
      <button type="button" className="min-h-11 w-44 text-left underline" onClick={onOpen}>
        {dayWords(dated.day, 'EEE d MMM yyyy')} {dated.time}
      </button>
      <span className={`min-w-0 flex-1 basis-52 break-words ${dated.cancelled ? 'line-through' : ''}`}>
        {plan ? (
          <Link to={`/classes/${plan.id}`} className="inline-flex min-h-11 items-center underline">
            {dated.title}
          </Link>
        ) : (
          dated.title
        )}
        {dated.eased && <span className="ml-2 border border-current px-1 text-fine">easy</span>}
        {dated.cancelled && ' called off'}
        {dated.notes !== '' && <span className="block text-small text-muted">{dated.notes}</span>}
      </span>
      <span className="digits w-16 text-right">{plan && formatDuration(totals(plan).totalMs)}</span>
      <span className="w-32">
        {runId ? (
          <Link to={`/log/${runId}`} className="inline-flex min-h-11 items-center underline">
            led
          </Link>
        ) : dated.cancelled || isPast ? (
          <span className="text-muted">{dated.cancelled ? '' : 'not led'}</span>
        ) : (
          <Link to={`/classes/${dated.planId}/ready`} className="inline-flex min-h-11 items-center underline">
            Get ready
          </Link>
        )}
      </span>
      {plan && (
        <Button look="quiet" className="text-small" onClick={onCarry}>
          Its changes to those that follow
        </Button>
      )}
    </li>
  );
}

/** Makes what was changed in a class since the series was made in all that follow it; one in which there is nothing to change stays as it is. */
async function carryOn(from: DatedClass, classes: readonly DatedClass[]): Promise<void> {
  const nth = from.series?.nth ?? 0;
  const later = classes.filter((c) => (c.series?.nth ?? 0) > nth && c.planId !== null && !c.cancelled);
  try {
    const [first, now] = await Promise.all([
      ask(plans.getVersion, { path: { id: from.planId ?? '', version: 1 } }).catch(() => null),
      api.plan(from.planId ?? ''),
    ]);
    if (first === null || now.version === 1) {
      toast('This class is as the series made it: there is nothing to carry on.');
      return;
    }
    const steps = stepsBetween(first, now.plan).filter((s) => s.path[0] !== 'id' && s.path[0] !== 'series');
    let changed = 0;
    for (const c of later) {
      const stored = await api.plan(c.planId ?? '');
      const next = applySteps(stored.plan, steps);
      if (next === stored.plan) continue;
      await api.savePlan(next, stored.version);
      changed += 1;
    }
    void fetchAnew(['series']);
    toast(`${changed} of the ${later.length} classes that follow are changed; each keeps its earlier text.`);
  } catch (e) {
    toast.error(`Not all were changed: ${messageOf(e)}.`);
  }
}
