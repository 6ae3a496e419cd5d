import { type CSSProperties, useEffect, useState } from 'react';
import { formatDuration } from '../../core/plan/index.ts';
import type { RepsRecord, RunState, RunView } from '../../core/run/index.ts';
import { fieldOf, type Here, phaseWord, type Scene, sceneOf } from '../../core/stage/index.ts';
import { Amount, Chain, Changes, Complex, fieldStyle, Next, SetName, useWallSizes, Ways } from '../stage/index.ts';
import { type Followed, Follower } from './follower.tsx';
import { Remaining } from './remaining.tsx';
import type { ScreenProps } from './screen-props.ts';
import { Soon } from './soon.tsx';
import { useWallSound, type WallSound } from './wall-sound.ts';

/** The wall: what now, how long, what next, readable across a hall. */
export function WallScreen({ code }: ScreenProps) {
  return (
    <Follower code={code} showsEnd>
      {({ code, plan, state, view, reached }) => (
        <>
          <Wall state={state} view={view} reached={reached} />
          {!plan.silent && state.endedAtMs === null && <SoundFromHere code={code} />}
        </>
      )}
    </Follower>
  );
}

const SOUND_WORDS: Record<WallSound, string> = {
  elsewhere: 'Sound from here',
  asked: 'The desk has been asked for the sound',
  here: 'Sound from here is on',
  locked: 'Tap for sound',
};

/** Out of the way, unless someone is at the wall: moves in with the pointer or the Tab key. */
function SoundFromHere({ code }: { code: string }) {
  const { sound, ask } = useWallSound(code);
  const near = useNear();
  return (
    <button
      type="button"
      className={`fixed bottom-0 left-1/2 -translate-x-1/2 border-2 border-b-0 border-paper bg-ink px-6 py-3 text-title text-paper transition-opacity focus:opacity-100 ${near || sound === 'asked' || sound === 'locked' ? '' : 'opacity-0'}`}
      onClick={() => void ask()}
    >
      {SOUND_WORDS[sound]}
    </button>
  );
}

const NEAR_FOR_MS = 6000;

/** Whether someone is at the screen: it was opened, or a pointer moved, within the last seconds. */
function useNear(): boolean {
  const [near, setNear] = useState(true);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const come = () => {
      setNear(true);
      clearTimeout(timer);
      timer = setTimeout(() => setNear(false), NEAR_FOR_MS);
    };
    come();
    window.addEventListener('pointermove', come);
    window.addEventListener('pointerdown', come);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('pointermove', come);
      window.removeEventListener('pointerdown', come);
    };
  }, []);
  return near;
}

export function Wall({ state, view, reached }: Pick<Followed, 'state' | 'view' | 'reached'>) {
  const field = fieldOf(view.interval);
  const over = state.status === 'finished' || state.status === 'abandoned';
  return (
    <main
      data-phase={field}
      data-status={state.status}
      className={`flex h-dvh flex-col overflow-hidden px-[2.5vw] py-[2vh] ${field === 'break' ? 'field-break' : ''}`}
      style={fieldStyle(field)}
    >
      {over ? (
        <h1 className="digits m-auto text-[min(14vh,15vw)]">{state.status === 'finished' ? 'Finished' : 'Ended'}</h1>
      ) : state.status === 'ready' ? (
        <Soon plan={state.plan} />
      ) : (
        <Moment state={state} view={view} reached={reached(view.interval, null)} />
      )}
    </main>
  );
}

function Moment({ state, view, reached }: { state: RunState; view: RunView; reached: RepsRecord | null }) {
  const scene = sceneOf(state, reached);
  const { isNow, shown, place, chain, spread } = scene;
  const { namePx } = useWallSizes();
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-[2vw] text-[min(4.2vh,3.4vw)]">
        <span className="digits border-[0.5vh] border-current px-[1.2vw] uppercase" data-testid="phase-word">
          {phaseWord(state)}
        </span>
        <span data-testid="place">{place}</span>
        <span className="flex-1" />
        <span className="digits">{formatDuration(Math.ceil(view.toEndMs / 1000) * 1000)} to the end</span>
      </div>
      {shown && (
        <div className="mt-[1vh]">
          <SetName shown={shown} isNow={isNow || spread !== null} maxPx={namePx} />
        </div>
      )}
      {chain && <Chain chain={chain} className="mt-[0.5vh] text-[min(3.6vh,3vw)]" />}
      <div className="flex min-h-0 flex-1 items-center gap-[3vw] [container-type:size] portrait:flex-col">
        <Remaining
          view={view}
          className="min-w-[2.15ch] whitespace-nowrap text-[min(112cqh,34cqw)] leading-[0.86] portrait:text-[min(55cqh,48cqw)]"
        />
        {spread ? <WhoWhere spread={spread} /> : <Beside scene={scene} />}
      </div>
      <Level view={view} />
    </>
  );
}

/** Together: the complex whole or the levels side by side, and what comes next with what changes. */
function Beside({ scene: { isNow, shown, next, complex } }: { scene: Scene }) {
  const { nextPx } = useWallSizes();
  return (
    <div className="min-w-0 flex-1 text-[min(4vh,3vw)] leading-tight">
      {shown && <Amount shown={shown} className="mb-[1.5vh] text-[min(7vh,5vw)]" />}
      {complex && (
        <div style={{ fontSize: `min(8vh, ${52 / complex.length}vh, 4.4vw)` }}>
          <Complex parts={complex} className="flex-col" />
        </div>
      )}
      {shown?.station && <Ways station={shown.station} on="wall" />}
      {!isNow && next && <Changes next={next} className="text-[min(5.4vh,4vw)]" />}
      {isNow && next && !complex && <Next next={next} maxPx={nextPx} />}
    </div>
  );
}

/** In stations use: who is where, and on which side now. */
function WhoWhere({ spread }: { spread: readonly Here[] }) {
  return (
    <ol
      className="grid min-w-0 flex-1 content-center gap-x-[1.5vw] leading-snug portrait:w-full"
      aria-label="Who is where"
      style={rowSize(spread.length)}
    >
      {spread.map(({ index, station, group, side }) => (
        <li key={station.id} className="flex items-baseline gap-[1vw] border-b border-current/40 py-[0.1em]">
          <span className="digits w-[2ch] text-right">{index + 1}</span>
          <span className="min-w-0 flex-1 font-semibold">{station.move}</span>
          {side && (
            <span className="digits shrink-0 border-2 border-current px-[0.3em] text-[0.8em] uppercase">{side}</span>
          )}
          <span className="shrink-0">{group ? group.name : '\u2013'}</span>
        </li>
      ))}
    </ol>
  );
}

/** Rows as tall as all of them have room for: from sixteen on in two columns. */
const rowSize = (rows: number): CSSProperties => {
  const columns = rows > 15 ? 2 : 1;
  const lines = Math.ceil(rows / columns);
  return { fontSize: `min(3.6vh, ${55 / lines}vh, 2.6vw)`, gridTemplateColumns: `repeat(${columns}, 1fr)` };
};

function Level({ view }: { view: RunView }) {
  const share = view.interval ? Math.min(100, (100 * view.remainingMs) / view.interval.durationMs) : 0;
  return (
    <div className="h-[3vh] shrink-0 border-[0.4vh] border-current" aria-hidden="true">
      <div className="h-full bg-current" style={{ width: `${share}%` }} />
    </div>
  );
}
