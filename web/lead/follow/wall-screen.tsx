import { type CSSProperties, lazy, type ReactNode, Suspense } from 'react';
import { formatDuration, placeWords } from '../../../core/class/index.ts';
import type { RepsRecord, RunState, RunView } from '../../../core/time/index.ts';
import { fieldOf, type Here, phaseWord, type Scene, sceneOf } from '../../../core/voice/index.ts';
import { type FigureTime, MoveFigure, timeOf } from '../../base/index.ts';
import {
  Amount,
  Announce,
  announced,
  BigTime,
  Chain,
  Changes,
  Complex,
  countdown,
  fieldStyle,
  Next,
  SceneFigure,
  SetName,
  useWallSizes,
  useWhole,
  Ways,
  ZoneBar,
} from '../stage/index.ts';
import { useFollow } from './follow-store.ts';
import { type Followed, Follower } from './follower.tsx';
import type { ScreenProps } from './screen-props.ts';
import { Soon } from './soon.tsx';

/** The wall: what now, how long, what next, readable across a hall. */
export function WallScreen({ code }: ScreenProps) {
  return (
    <Follower code={code} screen="wall" showsEnd draws>
      {({ code, plan, state, view, reached }) => (
        <Wall state={state} view={view} reached={reached}>
          {!plan.silent && state.endedAtMs === null && (
            <Suspense>
              <SoundFromHere code={code} />
            </Suspense>
          )}
        </Wall>
      )}
    </Follower>
  );
}

/** What sounds is fetched once the wall stands: it is asked for by a tap, if at all. */
const SOUND_AFTER_MS = 1500;
const SoundFromHere = lazy(async () => {
  await new Promise((done) => setTimeout(done, SOUND_AFTER_MS));
  return { default: (await import('./sound-from-here.tsx')).SoundFromHere };
});

interface WallProps extends Pick<Followed, 'state' | 'view' | 'reached'> {
  /** Below all else. */
  children?: ReactNode;
}

function Wall({ state, view, reached, children }: WallProps) {
  const field = fieldOf(view.interval);
  const over = state.status === 'finished' || state.status === 'abandoned';
  return (
    <main
      data-phase={field}
      data-status={state.status}
      className={`flex h-dvh flex-col overflow-hidden px-[2.5vw] py-[1.5vh] ${field === 'break' ? 'field-break' : ''}`}
      style={fieldStyle(field)}
    >
      {over ? (
        <h1 className="digits m-auto text-[min(14vh,15vw)]">{state.status === 'finished' ? 'Finished' : 'Ended'}</h1>
      ) : state.status === 'ready' ? (
        <Soon plan={state.plan} />
      ) : (
        <Moment state={state} view={view} reached={reached(view.interval, null)} />
      )}
      {children}
    </main>
  );
}

function Moment({ state, view, reached }: { state: RunState; view: RunView; reached: RepsRecord | null }) {
  const scene = sceneOf(state, reached);
  const { isNow, shown, next, place, chain, spread } = scene;
  const { namePx, basePx, wide } = useWallSizes();
  const words = phaseWord(state);
  const box = useWhole<HTMLDivElement>([words, place, shown?.name, shown?.side, next?.name].join('|'));
  return (
    <div
      ref={box}
      className="flex min-h-0 flex-1 flex-col overflow-hidden"
      style={{ fontSize: `calc(${basePx}px * var(--fit, 1))` }}
    >
      <Announce words={announced(words, shown, isNow)} />
      <div className="flex shrink-0 flex-wrap items-baseline gap-x-[0.8em]">
        <span className="digits border-[0.1em] border-current px-[0.4em] uppercase" data-testid="phase-word">
          {words}
        </span>
        <span data-testid="place" data-yield="4">
          {place}
        </span>
        <span className="flex-1" />
        {state.plan.series && (
          <span data-yield="8" data-testid="in-series">
            class {placeWords(state.plan.series)}
          </span>
        )}
        <span className="digits" data-yield="5">
          {formatDuration(Math.ceil(view.toEndMs / 1000) * 1000)} to the end
        </span>
      </div>
      {shown && (
        <div className="mt-[0.2em] shrink-0">
          <SetName shown={shown} isNow={isNow || spread !== null} maxPx={namePx} />
        </div>
      )}
      {chain && (
        <div data-yield="6" className="shrink-0">
          <Chain chain={chain} className="mt-[0.1em] text-[0.9em]" />
        </div>
      )}
      <div data-holds className={`flex min-h-[40%] flex-1 items-stretch gap-[3%] ${wide ? '' : 'flex-col'}`}>
        <BigTime
          words={view.waiting ? '\u2013' : countdown(view.remainingMs)}
          ms={view.remainingMs}
          className={wide ? 'shrink-0 basis-[45%]' : 'min-h-[3.5em] flex-1'}
        />
        {spread ? (
          <WhoWhere spread={spread} wide={wide} time={timeOf(state, view)} />
        ) : (
          <>
            <SceneFigure
              shown={shown}
              state={state}
              view={view}
              yields={6}
              className={wide ? 'basis-[24%]' : 'mx-auto h-[24vh] max-w-full'}
            />
            <Beside scene={scene} wide={wide} time={timeOf(state, view)} />
          </>
        )}
      </div>
      <WallPulse />
      <Level view={view} />
    </div>
  );
}

/** Together: the complex whole or the levels side by side, and what comes next with what changes. */
function Beside({
  scene: { isNow, shown, next, complex },
  wide,
  time,
}: {
  scene: Scene;
  wide: boolean;
  time: FigureTime;
}) {
  const { nextPx } = useWallSizes();
  return (
    <div
      data-holds
      className={`min-w-0 overflow-hidden leading-tight ${wide ? 'max-h-full flex-1 self-center' : 'shrink-0'}`}
    >
      {shown && <Amount shown={shown} className="mb-[0.3em] text-[1.6em]" />}
      {complex && (
        <div style={{ fontSize: `min(${wide ? 2 : 1.6}em, ${13 / complex.length}em)` }}>
          <Complex parts={complex} className="flex-col" />
        </div>
      )}
      {isNow && next && !complex && <Next next={next} maxPx={nextPx * 1.1} />}
      {shown?.station && (
        <div data-yield="7">
          <Ways station={shown.station} on="wall" time={time} />
        </div>
      )}
      {!isNow && next && (
        <div data-yield="6">
          <Changes next={next} className="text-[1.3em]" />
        </div>
      )}
    </div>
  );
}

/** In stations use: who is where, and on which side now. */
function WhoWhere({ spread, wide, time }: { spread: readonly Here[]; wide: boolean; time: FigureTime }) {
  return (
    <ol
      data-holds
      data-yield="3"
      data-shrinks
      className={`grid min-w-0 gap-x-[1em] overflow-hidden leading-snug ${wide ? 'max-h-full flex-1 content-center' : 'shrink-0'}`}
      aria-label="Who is where"
      style={rowSize(spread.length, wide)}
    >
      {spread.map(({ index, station, group, side }) => (
        <li
          key={station.id}
          className="flex items-center gap-[1vw] border-b border-current/40 py-[0.1em] text-[length:calc(1em*var(--small,1))]"
        >
          <span className="digits w-[2ch] text-right">{index + 1}</span>
          <span className="h-[1.9em] w-[2.6em] shrink-0" data-yield="4" data-yield-with="stations drawn">
            <MoveFigure
              name={station.move}
              position={station.position}
              tempo={station.tempo}
              side={side}
              time={time}
              small
              className="size-full"
            />
          </span>
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
const rowSize = (rows: number, wide: boolean): CSSProperties => {
  const columns = rows > 15 ? 2 : 1;
  const lines = Math.ceil(rows / columns);
  return {
    fontSize: `min(0.9em, ${(wide ? 55 : 32) / lines}vh, ${(wide ? 2.6 : 4) / columns ** 0.5}vw)`,
    gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
  };
};

/** An old word of the desk's is none: it may have gone. */
const PULSE_FOR_MS = 12_000;

/** The group in zones where the desk has it shown, and by name those who have said yes. */
function WallPulse() {
  const pulse = useFollow((s) => s.pulse);
  if (pulse === null || performance.now() - pulse.atMs > PULSE_FOR_MS) return null;
  const { zones, unknown, people } = pulse.shown;
  return (
    <div
      data-yield="3"
      data-testid="wall-pulse"
      className="mt-[0.2em] flex shrink-0 flex-wrap items-center gap-x-[0.8em]"
    >
      <ZoneBar zones={zones} unknown={unknown} />
      <ul className="flex min-w-0 flex-wrap gap-x-[0.8em]">
        {people.map((p) => (
          <li key={p.name} className="digits">
            {p.name} {Math.round(p.bpm)}
          </li>
        ))}
      </ul>
    </div>
  );
}

function Level({ view }: { view: RunView }) {
  const share = view.interval ? Math.min(100, (100 * view.remainingMs) / view.interval.durationMs) : 0;
  return (
    <div data-yield="2" className="mt-[0.2em] h-[0.8em] shrink-0 border-[0.1em] border-current" aria-hidden="true">
      <div className="h-full bg-current" style={{ width: `${share}%` }} />
    </div>
  );
}
