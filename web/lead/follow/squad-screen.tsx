import { useState } from 'react';
import type { Plan, Side, Station } from '../../../core/class/index.ts';
import { readWeight } from '../../../core/class/index.ts';
import { type Interval, isWork, setCounted, setNow } from '../../../core/time/index.ts';
import { goOnWords, type SquadScene, sceneOf, squadIn } from '../../../core/voice/index.ts';
import { Form, messageOf } from '../../base/index.ts';
import { Complex, FitText, SideBox, Target, usePhoneSizes } from '../stage/index.ts';
import { askDesk } from './follow-store.ts';
import { type Followed, Follower } from './follower.tsx';
import { Phone } from './phone.tsx';
import type { ScreenProps } from './screen-props.ts';
import { SquadOver } from './squad-over.tsx';
import { useOwnName, WhoseReps } from './whose-reps.tsx';

/** A squad's page: where it is and goes next, and its reps. */
export function SquadScreen({ code, part: squad }: ScreenProps) {
  return (
    <Follower code={code} screen="squad" part={squad} showsEnd>
      {(f) => {
        const own = squad && f.plan.squads?.includes(squad) ? squad : null;
        if (f.state.endedAtMs !== null)
          return <SquadOver code={code} plan={f.plan} squad={own} finished={f.state.status === 'finished'} />;
        return <Phone {...f}>{own === null ? <ChooseSquad {...f} /> : <SquadHere {...f} squad={own} />}</Phone>;
      }}
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

function SquadHere({ code, plan, state, view, squad, reached }: Followed & { squad: string }) {
  const current = view.interval && isWork(view.interval) ? view.interval : null;
  const now = squadIn(state, current, squad, state.elapsedMs);
  const after = state.intervals.slice(state.index + 1).find((i) => {
    const there = isWork(i) ? squadIn(state, i, squad) : null;
    return there !== null && (there.name !== now?.name || there.side !== now.side);
  });
  const next = squadIn(state, after ?? null, squad);
  const place = reached(view.interval ?? view.nextWork, squad);
  const { complex } = sceneOf(state, place);
  // Reps belong to the set just done: the work under way, else the last one.
  const done = setNow(state);
  const counted = squadIn(state, done, squad);
  return (
    <>
      <section className="mt-1 text-[1.15em]">
        <p className="opacity-90">{squad}</p>
        {now && <Named scene={now} />}
        {complex && <Complex parts={complex} className="mt-2 flex-col" />}
        {complex && place && <p className="mt-1 font-semibold">{goOnWords(place)}</p>}
        {next && !complex && <Then word={now ? 'then' : 'go to'} scene={next} />}
        {next && !complex && !now && next.reps && (
          <p className="font-semibold" data-testid="reps">
            {next.reps}
          </p>
        )}
      </section>
      <span className="flex-1" />
      {done && counted && (
        <SquadReps
          code={code}
          squad={squad}
          move={counted.name}
          stationId={counted.station?.id ?? null}
          set={{ ...setCounted(state), complex: complexOf(plan, done) }}
        />
      )}
    </>
  );
}

/** Where the squad goes after this. */
function Then({ word, scene }: { word: string; scene: SquadScene }) {
  const { nextPx } = usePhoneSizes();
  return (
    <div className="mt-1 flex items-center gap-2" style={{ fontSize: nextPx * 0.6 }}>
      <span className="shrink-0">{word}</span>
      <FitText of={scene.name} maxPx={nextPx} className="flex-1 font-bold" testId="next" />
      <SideBox side={scene.side} />
    </div>
  );
}

function Named({ scene }: { scene: SquadScene }) {
  const { namePx } = usePhoneSizes();
  return (
    <>
      <div className="flex items-center gap-3">
        <FitText as="h1" of={scene.name} maxPx={namePx} className="digits flex-1" testId="move" />
        <span style={{ fontSize: namePx * 0.6 }}>
          <SideBox side={scene.side} />
        </span>
      </div>
      {scene.reps && (
        <p className="font-semibold" data-testid="reps">
          {scene.reps}
        </p>
      )}
    </>
  );
}

/** The parts of a complex that a set is a window of; none where it is a set of one move. */
const complexOf = (plan: Plan, set: Interval): readonly Station[] =>
  set.stationIndex === null ? (plan.blocks[set.blockIndex]?.stations ?? []) : [];

/** What a count is of: what was meant when it was begun to be typed, however long that takes. */
interface Meant {
  move: string;
  stationId: string | null;
  set: Partial<NonNullable<ReturnType<typeof setCounted>>> & { complex: readonly Station[] };
}

/** A count as it is typed on the phone of a squad, and sent to the desk. */
function useSquadCount({ code, squad, ...now }: Meant & { code: string; squad: string }) {
  const [typed, setTyped] = useState('');
  const [begun, setBegun] = useState<Meant | null>(null);
  const { move, stationId, set } = begun ?? now;
  const [chosenPart, setPart] = useState<string | null>(null);
  const [side, setSide] = useState<Side | null>(null);
  const [weight, setWeight] = useState('');
  const weightKg = readWeight(weight, 'kg');
  const badWeight = weight.trim() !== '' && weightKg === null;
  const [said, setSaid] = useState('');
  const [own, setOwn] = useOwnName();
  const part = set.complex.find((m) => m.id === chosenPart) ?? set.complex[0];
  const where = part?.move ?? move;
  const send = async () => {
    if (!/^\d{1,4}$/.test(typed) || badWeight) return;
    const { complex: _, stationId: __, round = null, ...more } = set;
    try {
      await askDesk(code, {
        type: 'reps',
        ...more,
        stationId: part?.id ?? stationId,
        round,
        squad,
        count: Number(typed),
        ...(weightKg === null ? {} : { weightKg }),
        ...(own === '' ? {} : { personName: own }),
        ...(part && side ? { side } : {}),
      });
      setSaid(`${own === '' ? '' : `${own}: `}${typed} at ${where} sent to the desk.`);
      setTyped('');
      setBegun(null);
    } catch (e) {
      setSaid(`Not sent: ${messageOf(e).toLowerCase()}. The number is kept here.`);
    }
  };
  const type = (text: string) => {
    const digits = text.replace(/\D/g, '').slice(0, 4);
    setBegun(digits === '' ? null : (begun ?? now));
    setTyped(digits);
  };
  const stopAt = (id: string) => {
    setPart(id);
    setSide(null);
  };
  return {
    ...{ set, part, where, side, setSide, stopAt, typed, type, send, said, own, setOwn },
    weight: { text: weight, bad: badWeight, set: setWeight },
  };
}

function SquadReps(props: Meant & { code: string; squad: string }) {
  const { set, part, where, side, setSide, typed, weight, send, ...count } = useSquadCount(props);
  const hasSides = part !== undefined && (part.reps?.per === 'side' || part.sides.mode !== 'none');
  return (
    <Form className="mb-2" onSubmit={() => void send()}>
      {part && (
        <div className="mb-2 flex flex-wrap gap-2" role="group" aria-label="Where you stopped">
          {set.complex.map((m) => (
            <Target key={m.id} small name={m.move} hint="" pressed={m === part} onClick={() => count.stopAt(m.id)} />
          ))}
        </div>
      )}
      {hasSides && (
        <div className="mb-2 flex gap-2" role="group" aria-label="On which side">
          {(['left', 'right'] as const).map((s) => (
            <Target
              key={s}
              small
              name={s}
              hint=""
              pressed={side === s}
              onClick={() => setSide(side === s ? null : s)}
            />
          ))}
        </div>
      )}
      <label className="text-lead" htmlFor="squad-reps">
        {part ? `Stopped in ${where} after` : `Reps at ${where}${set.side ? `, ${set.side}` : ''}`}
      </label>
      <div className="mt-1 flex gap-2">
        <input
          id="squad-reps"
          inputMode="numeric"
          className="digits h-16 min-w-0 flex-1 rounded-md border-2 border-current bg-transparent px-3 text-big"
          value={typed}
          onChange={(e) => count.type(e.target.value)}
        />
        {/* What is lifted stays for the next set. */}
        <label className="relative block w-[5.2em] shrink-0">
          <input
            aria-label="Weight, in kg unless said"
            aria-invalid={weight.bad}
            inputMode="decimal"
            className={`digits h-16 w-full rounded-md border-2 bg-transparent px-2 pr-8 text-title ${weight.bad ? 'border-dashed border-live' : 'border-current'}`}
            value={weight.text}
            onChange={(e) => weight.set(e.target.value.slice(0, 9))}
          />
          <span aria-hidden="true" className="pointer-events-none absolute right-2 bottom-1 text-small">
            kg
          </span>
        </label>
        <Target name="Send" hint="" disabled={typed === '' || weight.bad} onClick={() => void send()} />
      </div>
      {/* With more than one field, the key of a phone's keypad sends only where a form has this. */}
      <input type="submit" hidden />
      <p role="status" className="mt-1 min-h-6 text-plain">
        {count.said}
      </p>
      <WhoseReps squad={props.squad} name={count.own} onName={count.setOwn} />
    </Form>
  );
}
