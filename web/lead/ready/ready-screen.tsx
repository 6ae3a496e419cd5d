import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { formatDuration, type Plan, placeWords } from '../../../core/class/index.ts';
import { cautionsBefore, classKit, DEFERS } from '../../../core/judge/index.ts';
import { resolvePlan } from '../../../core/moves/index.ts';
import { totals } from '../../../core/time/index.ts';
import type { GoingRun } from '../../../core/wire/index.ts';
import { Button, clockOf, useLibrary, usePast } from '../../base/index.ts';
import { LastTime, useBuilder, useOpenedPlan } from '../../plan/index.ts';
import { closeRun, goingRunOf, makeReady, openRun, type Today } from '../session/index.ts';
import { Checklist } from './checklist.tsx';
import { PeopleHere } from './people-here.tsx';
import { ScreensToJoin } from './screens-to-join.tsx';
import { Volumes } from './volumes.tsx';

/** Between deciding to lead a class and its start: people, kit, screens, sound, and what else is seen to. */
export function ReadyScreen() {
  const { plan, failed } = useOpenedPlan();
  const [going, setGoing] = useState<GoingRun | null | 'asking'>('asking');
  const binned = useBuilder((s) => s.save.kind === 'binned');
  const planId = plan?.id;
  useEffect(() => {
    if (planId === undefined) return;
    setGoing('asking');
    void goingRunOf(planId).then(setGoing);
  }, [planId]);
  if (failed) return <main className="p-6">{failed}. Nothing was changed.</main>;
  if (!plan || going === 'asking') return <main className="p-6 text-muted">Opening…</main>;
  if (binned)
    return (
      <main className="p-6">
        This class is in the bin.{' '}
        <Link to={`/classes/${plan.id}`} className="underline">
          Open it to bring it back
        </Link>
      </main>
    );
  if (going) return <RunsAlready going={going} onAnother={() => setGoing(null)} />;
  return <Ready key={plan.id} plan={plan} />;
}

/** The class goes on already: back to it, or one more beside it. */
function RunsAlready({ going, onAnother }: { going: GoingRun; onAnother: () => void }) {
  return (
    <main className="mx-auto w-full max-w-3xl px-5 py-10">
      <h1 className="digits text-big">{going.title} is running already</h1>
      <p className="mt-2 text-lead">
        {going.status === 'paused' ? 'It is paused, ' : ''}
        {formatDuration(Math.ceil(going.toEndMs / 1000) * 1000)} to go. There is no need to begin again.
      </p>
      <div className="mt-5 flex flex-wrap gap-3">
        <Link
          to={`/desk/${going.id}`}
          className="inline-flex min-h-14 items-center rounded-md bg-ink px-6 text-lead text-paper"
        >
          Back to the desk
        </Link>
        <Button className="!min-h-14" onClick={onAnother}>
          Begin another run of it
        </Button>
      </div>
    </main>
  );
}

interface Made {
  id: string;
  today: Today;
  onServer: boolean;
}

/** The run made ready, with what is said of today; null until it is made. */
function useMadeReady(plan: Plan): [Made | null, (today: Today) => void] {
  const [made, setMade] = useState<Made | null>(null);
  const runId = made?.id ?? null;
  // What the library knows goes with the run: it is made once that is there.
  const known = useLibrary((s) => s.state !== 'loading');
  // biome-ignore lint/correctness/useExhaustiveDependencies: made anew when the class is another, with the people of today
  useEffect(() => {
    if (!known) return;
    let current = true;
    const said = made?.today;
    void makeReady(plan, said ?? null, runId).then(
      // What is said meanwhile about today stands.
      (m) => current && setMade((now) => (now?.today === said ? m : now)),
    );
    return () => {
      current = false;
    };
  }, [plan, known]);
  // The desk's voice is fetched while people come in.
  useEffect(() => {
    if (runId === null) return;
    void openRun(runId);
    return closeRun;
  }, [runId]);
  const setToday = (today: Today) => {
    if (!made) return;
    setMade({ ...made, today });
    void makeReady(plan, today, made.id).then((m) => setMade((now) => (now?.today === today ? m : now)));
  };
  return [made, setToday];
}

function Ready({ plan }: { plan: Plan }) {
  const navigate = useNavigate();
  const [made, setToday] = useMadeReady(plan);
  const first = useRef<HTMLButtonElement>(null);
  const isReady = made !== null;
  useEffect(() => {
    if (isReady) first.current?.focus();
  }, [isReady]);
  const sums = useMemo(() => totals(plan), [plan]);
  const clock = (ms: number) => (sums.startClockMs === null ? null : clockOf(sums.startClockMs + ms));
  const isEmpty = sums.totalMs === 0;
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 pt-4 pb-10">
      <title>{`${plan.title}, ready · Odd Round`}</title>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3 border-b border-line-strong pb-3">
        <div className="min-w-0 flex-1">
          <p className="text-muted">
            <Link to={`/classes/${plan.id}`} className="underline">
              The plan
            </Link>
          </p>
          <h1 className="digits break-words text-big">{plan.title}</h1>
          <p className="text-lead">
            {formatDuration(sums.totalMs)}
            {clock(0) && `, ${clock(0)} to ${clock(sums.totalMs)}`}
            {plan.room !== '' && `, ${plan.room}`}
            {plan.series && `, ${placeWords(plan.series)} of \u201c${plan.series.title}\u201d`}
          </p>
        </div>
        <button
          ref={first}
          type="button"
          disabled={!made || isEmpty}
          className="min-h-16 rounded-md bg-ink px-8 text-head text-paper disabled:opacity-45"
          onClick={() => made && navigate(`/desk/${made.id}`)}
        >
          To the desk
        </button>
      </div>
      {isEmpty && <p className="mt-4">There is nothing in this class to lead yet.</p>}
      {plan.notes !== '' && <p className="mt-4 max-w-prose whitespace-pre-line border-l-[3px] pl-3">{plan.notes}</p>}
      {made && <Parts plan={plan} made={made} onToday={setToday} />}
    </main>
  );
}

/** What is seen to before the class begins. */
function Parts({ plan, made, onToday }: { plan: Plan; made: Made; onToday: (today: Today) => void }) {
  const { library, kit } = useLibrary();
  const heads = made.today.heads ?? plan.heads;
  const led = useMemo(() => ({ ...plan, heads }), [plan, heads]);
  const needs = useMemo(() => classKit(resolvePlan(led, library), library, kit), [led, library, kit]);
  return (
    <div className="mt-5 grid gap-x-12 gap-y-8 lg:grid-cols-2">
      <Part title="People">
        <PeopleHere plan={plan} today={made.today} onToday={onToday} />
      </Part>
      <Part title="Kit to fetch">
        <KitToFetch needs={needs} />
      </Part>
      <Part title="Screens that follow">
        {made.onServer ? (
          <ScreensToJoin runId={made.id} />
        ) : (
          <p>The server is out of reach. The class can be led all the same; screens join when it is back.</p>
        )}
      </Part>
      <Part title="To see to">
        <Checklist runId={made.id} />
      </Part>
      <Part title="Sound">
        {plan.silent ? (
          <p>This class runs in silence: the screen flashes and the device shakes.</p>
        ) : (
          <>
            <p>Turn the music on, then try each.</p>
            <Volumes />
          </>
        )}
      </Part>
      <LastTimePart planId={plan.id} runId={made.id} />
      <Part title="Before you start">
        <ul>
          {cautionsBefore(plan, library).map((c) => (
            <li key={c.key} className="mb-1 border-l-2 border-line-strong pl-2">
              {c.text}
            </li>
          ))}
        </ul>
        <p className="mt-1 text-small text-muted">{DEFERS}</p>
      </Part>
    </div>
  );
}

/** What was written down the last time, where there was one. */
function LastTimePart({ planId, runId }: { planId: string; runId: string }) {
  const [past] = usePast(planId, runId, 1);
  const last = past.state === 'ready' ? past.value[0] : undefined;
  if (!last) return null;
  return (
    <Part title="The last time">
      <LastTime last={last} />
    </Part>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="min-w-0">
      <h2 className="mb-2 text-title font-semibold">{title}</h2>
      {children}
    </section>
  );
}

function KitToFetch({ needs }: { needs: ReturnType<typeof classKit> }) {
  if (needs.length === 0) return <p>No move of this class is known to want any kit.</p>;
  return (
    <ul className="border-t">
      {needs.map((n) => (
        <li key={n.name} className="flex flex-wrap gap-x-3 border-b py-1.5">
          <span className="digits w-12 text-right">{n.pieces} ×</span>
          <span className="font-semibold">{n.name}</span>
          {n.short > 0 && (
            <span>
              <b>{n.short} short.</b>{' '}
              {n.standIn === null ? 'Nothing is named that could stand in.' : `To stand in: ${n.standIn}.`}
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}
