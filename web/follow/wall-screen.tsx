import { useEffect, useState } from 'react';
import { formatDuration, type Plan } from '../../core/plan/index.ts';
import type { RunState, RunView } from '../../core/run/index.ts';
import { type Interval, isWork, roundsOf, stationAt, whereAll } from '../../core/timeline/index.ts';
import { fieldStyle, KIND_WORDS, phaseOf, sideWord, Ways } from '../stage/index.ts';
import { Follower } from './follower.tsx';
import { Remaining } from './remaining.tsx';
import type { ScreenProps } from './screen-props.ts';
import { useWallSound, type WallSound } from './wall-sound.ts';

/** The wall: what now, how long, what next, readable across a hall. */
export function WallScreen({ code }: ScreenProps) {
  return (
    <Follower code={code}>
      {({ code, plan, state, view }) => (
        <>
          <Wall plan={plan} state={state} view={view} />
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

export function Wall({ plan, state, view }: { plan: Plan; state: RunState; view: RunView }) {
  const phase = phaseOf(view.interval);
  const over = state.status === 'finished' || state.status === 'abandoned';
  const working = view.interval !== null && (isWork(view.interval) || view.interval.kind === 'demo');
  const shown = working ? view.interval : view.nextWork;
  const rotates = rotating(plan, shown, working);
  return (
    <main
      data-phase={phase}
      data-status={state.status}
      className={`flex h-dvh flex-col overflow-hidden px-[2.5vw] py-[2vh] ${phase === 'break' ? 'field-break' : ''}`}
      style={fieldStyle(phase)}
    >
      {over ? (
        <h1 className="digits m-auto text-[14vh]">{state.status === 'finished' ? 'Finished' : 'Ended'}</h1>
      ) : (
        <>
          <div className="flex items-baseline gap-[2vw] text-[4.2vh]">
            <span className="digits border-[0.5vh] border-current px-[1.2vw] uppercase" data-testid="phase-word">
              {wordOf(state, view)}
            </span>
            <span>{place(plan, shown)}</span>
            <span className="flex-1" />
            <span className="digits">{formatDuration(Math.ceil(view.toEndMs / 1000) * 1000)} to the end</span>
          </div>
          <h1 className="digits mt-[1vh] shrink-0 truncate text-[13.5vh] leading-[1.1]" data-testid="move">
            {rotates ? (
              rotates.title
            ) : (
              <>
                {!working && <span className="mr-[1.5vw] text-[0.5em] font-normal">next</span>}
                {name(plan, shown)}
              </>
            )}
            {shown?.side && !rotates && (
              <span className="ml-[1.5vw] border-[0.6vh] border-current px-[1vw] text-[0.55em] uppercase">
                {sideWord(shown.side)}
              </span>
            )}
          </h1>
          <div className="flex min-h-0 flex-1 items-center gap-[3vw]">
            <Remaining view={view} className="text-[54vh] leading-[0.8]" />
            <Beside plan={plan} state={state} view={view} shown={shown} working={working} />
          </div>
          <Level view={view} />
        </>
      )}
    </main>
  );
}

function wordOf(state: RunState, view: RunView): string {
  if (state.status === 'ready') return 'Soon';
  if (state.status === 'paused') return 'Paused';
  return view.interval ? KIND_WORDS[view.interval.kind] : '';
}

/** At stations no one move is everybody's: the block is named, and between sets what all of them do. */
function rotating(plan: Plan, shown: Interval | null, working: boolean): { title: string } | null {
  const block = shown && plan.blocks[shown.blockIndex];
  if (block?.use !== 'stations' || plan.heads === null || shown?.stationIndex == null) return null;
  const first = shown.stationIndex === 0 && (shown.round ?? 1) === 1;
  return { title: working ? block.title : first ? 'To your stations' : 'Move on' };
}

function place(plan: Plan, interval: Interval | null): string {
  const block = interval && plan.blocks[interval.blockIndex];
  const rounds = block ? roundsOf(block.format) : null;
  return interval?.round && rounds && rounds > 1 ? `Round ${interval.round} of ${rounds}` : (block?.title ?? '');
}

function name(plan: Plan, interval: Interval | null): string {
  if (!interval) return '';
  return stationAt(plan, interval)?.move ?? plan.blocks[interval.blockIndex]?.title ?? '';
}

/** In stations use: who is where. Together: the two levels side by side, and what comes next. */
function Beside({
  plan,
  state,
  view,
  shown,
  working,
}: {
  plan: Plan;
  state: RunState;
  view: RunView;
  shown: Interval | null;
  working: boolean;
}) {
  const rotating = shown && plan.heads !== null ? whereAll(plan, shown, plan.heads) : null;
  if (rotating && shown) return <WhoWhere plan={plan} interval={shown} rotating={rotating} />;
  const station = shown ? stationAt(plan, shown) : null;
  const next = working ? view.nextWork : null;
  return (
    <div className="min-w-0 flex-1 text-[4vh] leading-tight">
      {station && <Ways station={station} on="wall" />}
      {next && (
        <div>
          <div className="text-[3.4vh] opacity-90">next</div>
          <div className="digits truncate text-[6.5vh]">
            {name(state.plan, next)} {next.side && sideWord(next.side)}
          </div>
        </div>
      )}
    </div>
  );
}

function WhoWhere({
  plan,
  interval,
  rotating,
}: {
  plan: Plan;
  interval: Interval;
  rotating: NonNullable<ReturnType<typeof whereAll>>;
}) {
  const block = plan.blocks[interval.blockIndex];
  if (!block) return null;
  const rows = block.stations.map((s, k) => ({ s, here: rotating.find((r) => r.station === k)?.group }));
  return (
    <ol className="grid min-w-0 flex-1 gap-x-[1.5vw] text-[3.4vh] leading-snug" aria-label="Who is where">
      {rows.map(({ s, here }, k) => (
        <li key={s.id} className="flex items-baseline gap-[1vw] border-b border-current/40 py-[0.5vh]">
          <span className="digits w-[2ch] text-right">{k + 1}</span>
          <span className="min-w-0 flex-1 truncate font-semibold">{s.move}</span>
          <span className="truncate">{here && here.size > 0 ? here.name : '\u2013'}</span>
        </li>
      ))}
    </ol>
  );
}

function Level({ view }: { view: RunView }) {
  const share = view.interval ? Math.min(100, (100 * view.remainingMs) / view.interval.durationMs) : 0;
  return (
    <div className="h-[3vh] shrink-0 border-[0.4vh] border-current" aria-hidden="true">
      <div className="h-full bg-current" style={{ width: `${share}%` }} />
    </div>
  );
}
