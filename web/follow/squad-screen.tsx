import { useState } from 'react';
import type { Plan } from '../../core/plan/index.ts';
import { type Interval, isWork, stationAt, whereAll } from '../../core/timeline/index.ts';
import { Target } from '../stage/index.ts';
import { askDesk } from './follow-store.ts';
import { type Followed, Follower } from './follower.tsx';
import { Phone } from './phone.tsx';
import type { ScreenProps } from './screen-props.ts';

/** A squad's page: where it is and goes next, and its reps. */
export function SquadScreen({ code, part: squad }: ScreenProps) {
  return (
    <Follower code={code}>
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
      <h1 className="digits mb-3 text-head">Which squad?</h1>
      {(plan.squads ?? []).map((s) => (
        <a
          key={s}
          href={`/squad/${code}/${encodeURIComponent(s)}`}
          className="flex min-h-16 items-center border-b border-current/40 text-title"
        >
          {s}
        </a>
      ))}
      {(plan.squads ?? []).length === 0 && <p className="text-title">This class has no squads.</p>}
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
      <section className="mt-4 text-title">
        <p className="opacity-90">{squad}</p>
        {now && <h1 className="digits text-big leading-tight">{now}</h1>}
        {next && (
          <p className="mt-2 text-head">
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
      <label className="text-lead" htmlFor="squad-reps">
        Reps at {move}
      </label>
      <div className="mt-1 flex gap-2">
        <input
          id="squad-reps"
          inputMode="numeric"
          className="digits h-16 min-w-0 flex-1 rounded-md border-2 border-current bg-transparent px-3 text-big"
          value={typed}
          onChange={(e) => setTyped(e.target.value.replace(/\D/g, '').slice(0, 4))}
        />
        <Target name="Send" hint="" disabled={typed === ''} onClick={() => void keep()} />
      </div>
      <p role="status" className="mt-1 min-h-6 text-plain">
        {said}
      </p>
    </form>
  );
}
