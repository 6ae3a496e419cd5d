import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Plan } from '../../core/plan/index.ts';
import type { RunCommand, RunView } from '../../core/run/index.ts';
import { groupAt, groupsFor, whereAll } from '../../core/stations/index.ts';
import { type Interval, isWork, stationAt } from '../../core/timeline/index.ts';
import { phaseOf } from '../desk/desk-stage.tsx';
import { Target } from '../desk/target.tsx';
import { countdown, KIND_WORDS } from '../ui/words.ts';
import { askDesk } from './follow-store.ts';
import { type Followed, Follower } from './follower.tsx';

/** The field of a phone page: the phase, the time, and one thing below it. */
function Phone({ state, view, children }: Followed & { children: React.ReactNode }) {
  const phase = phaseOf(view.interval);
  return (
    <main
      className="flex min-h-dvh flex-col px-4 py-3"
      style={{ backgroundColor: `var(--field-${phase})`, color: `var(--field-${phase}-ink)` }}
    >
      <div className="flex items-baseline gap-3">
        <span className="digits border-2 border-current px-2 text-[18px] uppercase">
          {state.status === 'paused' ? 'Paused' : view.interval ? KIND_WORDS[view.interval.kind] : 'Over'}
        </span>
        <span className="flex-1" />
        <time
          className="digits text-[84px] leading-none"
          data-testid="remaining"
          data-ms={Math.round(view.remainingMs)}
        >
          {view.waiting ? '\u2013' : countdown(view.remainingMs)}
        </time>
      </div>
      {children}
    </main>
  );
}

/** The interval that counts for "here": the work under way, else the next. */
const relevant = (view: RunView): Interval | null =>
  view.interval && isWork(view.interval) ? view.interval : (view.nextWork ?? view.interval);

/** A station's page: its move, cues, options and kit, and who is here. */
export function StationScreen() {
  const { index } = useParams();
  return (
    <Follower>
      {(f) => (
        <Phone {...f}>
          <StationHere {...f} index={index === undefined ? null : Number(index)} />
        </Phone>
      )}
    </Follower>
  );
}

function StationHere({ code, plan, view, index }: Followed & { index: number | null }) {
  const interval = relevant(view);
  const block = interval ? plan.blocks[interval.blockIndex] : undefined;
  const station = block?.stations[(index ?? 0) - 1];
  if (!block || index === null || !station)
    return (
      <nav className="mt-6" aria-label="Stations">
        <h1 className="digits mb-3 text-2xl">Which station?</h1>
        {(block?.stations ?? []).map((s, k) => (
          <Link
            key={s.id}
            to={`/station/${code}/${k + 1}`}
            className="flex min-h-16 items-center gap-4 border-b border-current/40 text-[20px]"
          >
            <span className="digits w-8 text-right">{k + 1}</span>
            {s.move}
          </Link>
        ))}
      </nav>
    );
  const n = block.stations.length;
  const here =
    block.use === 'stations' && interval?.stationIndex != null
      ? groupsFor(n, plan.heads ?? n, plan.squads)[groupAt(index - 1, interval.stationIndex, n)]
      : null;
  const low = station.lowImpact ?? station.easier;
  return (
    <article className="mt-4 text-[20px]">
      <p className="opacity-90">
        station {index} of {n}
      </p>
      <h1 className="digits text-[40px] leading-tight">{station.move}</h1>
      {here && here.size > 0 && (
        <p className="mt-1 text-[24px]">
          here: <b>{here.name}</b>, {here.size} {here.size === 1 ? 'person' : 'people'}
        </p>
      )}
      {station.kit && <p className="mt-3">{station.kit.join(', ')}</p>}
      {(low || station.harder) && (
        <dl className="mt-4 grid grid-cols-2 gap-3">
          {low && (
            <div>
              <dt className="text-[16px] opacity-90">{station.lowImpact ? 'low impact' : 'easier'}</dt>
              <dd className="font-semibold">{low}</dd>
            </div>
          )}
          {station.harder && (
            <div>
              <dt className="text-[16px] opacity-90">harder</dt>
              <dd className="font-semibold">{station.harder}</dd>
            </div>
          )}
        </dl>
      )}
      {station.formCues && (
        <ul className="mt-4">
          {station.formCues.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
    </article>
  );
}

/** A squad's page: where it is and goes next, and its reps. */
export function SquadScreen() {
  const { squad } = useParams();
  return (
    <Follower>
      {(f) => (
        <Phone {...f}>
          {squad && f.plan.squads?.includes(squad) ? <SquadHere {...f} squad={squad} /> : <ChooseSquad {...f} />}
        </Phone>
      )}
    </Follower>
  );
}

function ChooseSquad({ code, plan }: Followed) {
  return (
    <nav className="mt-6" aria-label="Squads">
      <h1 className="digits mb-3 text-2xl">Which squad?</h1>
      {(plan.squads ?? []).map((s) => (
        <Link
          key={s}
          to={`/squad/${code}/${encodeURIComponent(s)}`}
          className="flex min-h-16 items-center border-b border-current/40 text-[22px]"
        >
          {s}
        </Link>
      ))}
      {(plan.squads ?? []).length === 0 && <p className="text-[20px]">This class has no squads.</p>}
    </nav>
  );
}

function SquadHere({ code, plan, state, view, squad }: Followed & { squad: string }) {
  const now = stationFor(plan, view.interval && isWork(view.interval) ? view.interval : null, squad);
  const after = state.intervals.slice(state.index + 1).find((i) => {
    const there = stationFor(plan, isWork(i) ? i : null, squad);
    return there !== null && there !== now;
  });
  const next = stationFor(plan, after ?? null, squad);
  // Reps belong to the set just done: the work under way, else the last one.
  const done = state.intervals.slice(0, state.index + 1).findLast(isWork) ?? null;
  const counted = stationFor(plan, done, squad);
  return (
    <>
      <section className="mt-4 text-[20px]">
        <p className="opacity-90">{squad}</p>
        {now && <h1 className="digits text-[36px] leading-tight">{now}</h1>}
        {next && (
          <p className="mt-2 text-[24px]">
            {now ? 'then' : 'go to'} <b>{next}</b>
          </p>
        )}
      </section>
      <span className="flex-1" />
      {done && counted && <SquadReps code={code} plan={plan} interval={done} squad={squad} move={counted} />}
    </>
  );
}

/** The move a squad is at during an interval: its own station in stations use, else everybody's. */
function stationFor(plan: Plan, interval: Interval | null, squad: string): string | null {
  if (!interval) return null;
  const where = whereAll(plan, interval, plan.heads ?? 0);
  const block = plan.blocks[interval.blockIndex];
  if (!where) return stationAt(plan, interval)?.move ?? block?.title ?? null;
  const own = where.find((w) => w.group.squads.includes(squad));
  return own ? (block?.stations[own.station]?.move ?? null) : null;
}

function SquadReps({
  code,
  plan,
  interval,
  squad,
  move,
}: {
  code: string;
  plan: Plan;
  interval: Interval;
  squad: string;
  move: string;
}) {
  const [typed, setTyped] = useState('');
  const [said, setSaid] = useState('');
  const station = plan.blocks[interval.blockIndex]?.stations.find((s) => s.move === move);
  const keep = async () => {
    try {
      await askDesk(code, {
        type: 'reps',
        stationId: station?.id ?? null,
        round: interval.round,
        squad,
        count: Number(typed),
      });
      setSaid(`${typed} at ${move} sent to the desk.`);
      setTyped('');
    } catch (e) {
      setSaid(
        `Not sent: ${e instanceof Error ? e.message.toLowerCase() : 'something failed'}. The number is kept here.`,
      );
    }
  };
  return (
    <form
      className="mb-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (/^\d{1,4}$/.test(typed)) void keep();
      }}
    >
      <label className="text-[18px]" htmlFor="squad-reps">
        Reps at {move}
      </label>
      <div className="mt-1 flex gap-2">
        <input
          id="squad-reps"
          inputMode="numeric"
          className="digits h-16 min-w-0 flex-1 rounded-md border-2 border-current bg-transparent px-3 text-3xl"
          value={typed}
          onChange={(e) => setTyped(e.target.value.replace(/\D/g, '').slice(0, 4))}
        />
        <Target name="Send" hint="" disabled={typed === ''} onClick={() => void keep()} />
      </div>
      <p role="status" className="mt-1 min-h-6 text-[16px]">
        {said}
      </p>
    </form>
  );
}

/** The remote: what an instructor does while walking about. It asks; the desk does. */
export function RemoteScreen() {
  return (
    <Follower>
      {(f) => (
        <Phone {...f}>
          <Remote {...f} />
        </Phone>
      )}
    </Follower>
  );
}

function Remote({ code, plan, state, view }: Followed) {
  const [said, setSaid] = useState('');
  const ask = (command: RunCommand, word: string) => () => {
    askDesk(code, command).then(
      () => setSaid(`${word}: asked`),
      (e: unknown) => setSaid(e instanceof Error ? e.message : 'Not sent'),
    );
  };
  const shown = relevant(view);
  const paused = state.status === 'paused';
  return (
    <>
      <h1 className="digits mt-3 text-[32px] leading-tight">
        {shown ? (stationAt(plan, shown)?.move ?? plan.blocks[shown.blockIndex]?.title) : ''}
      </h1>
      <p role="status" className="min-h-7 text-[17px]">
        {said}
      </p>
      <div className="grid flex-1 grid-cols-2 content-end gap-2">
        <Target
          phone="col-span-2"
          name={view.waiting ? 'Go on' : paused ? 'Resume' : 'Pause'}
          hint=""
          wide
          onClick={ask({ type: view.waiting ? 'release' : paused ? 'resume' : 'pause' }, paused ? 'Resume' : 'Pause')}
        />
        <Target name="Back" hint="" onClick={ask({ type: 'back' }, 'Back')} />
        <Target name="Skip" hint="" onClick={ask({ type: 'skip' }, 'Skip')} />
        <Target name="−10 s" hint="" onClick={ask({ type: 'adjust', deltaMs: -10_000 }, '−10 s')} />
        <Target name="+10 s" hint="" onClick={ask({ type: 'adjust', deltaMs: 10_000 }, '+10 s')} />
        <Target
          phone="col-span-2"
          name="One more round"
          hint=""
          onClick={ask({ type: 'rounds', delta: 1 }, 'One more round')}
        />
      </div>
    </>
  );
}

/** Where a code is typed when it was not scanned. */
export function JoinScreen() {
  const [code, setCode] = useState('');
  const [failed, setFailed] = useState<string | null>(null);
  const join = async () => {
    const res = await fetch(`/api/live/${encodeURIComponent(code)}`).catch(() => null);
    const body = (await res?.json().catch(() => null)) as { kind?: string; title?: string } | null;
    if (!res?.ok) setFailed(body?.title ?? 'The server cannot be reached');
    else
      window.location.assign(
        `/${body?.kind === 'remote' ? 'remote' : body?.kind === 'squad' ? 'squad' : 'wall'}/${code}`,
      );
  };
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center px-6">
      <h1 className="digits mb-4 text-3xl">Follow a class</h1>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void join();
        }}
      >
        <label htmlFor="code" className="text-[18px]">
          The code on the desk
        </label>
        <input
          id="code"
          autoCapitalize="characters"
          autoComplete="off"
          className="digits mt-1 h-16 w-full rounded-md border-2 border-line-strong bg-card px-3 text-center text-3xl uppercase tracking-widest"
          value={code}
          onChange={(e) =>
            setCode(
              e.target.value
                .toUpperCase()
                .replace(/[^A-Z0-9]/g, '')
                .slice(0, 12),
            )
          }
        />
        <div className="mt-3">
          <Target name="Follow" hint="" disabled={code.length < 4} onClick={() => void join()} />
        </div>
        {failed && (
          <p role="alert" className="mt-3">
            {failed}.
          </p>
        )}
      </form>
    </main>
  );
}
