import { useEffect, useMemo, useRef } from 'react';
import { useNavigate, useParams } from 'react-router';
import { formatDuration, type Plan, type Station } from '../../core/plan/index.ts';
import { advance, type RunCommand, type RunState, type RunView, viewOf } from '../../core/run/index.ts';
import { compile, type Interval, isBreak, isWork, roundsOf, stationAt, totals } from '../../core/timeline/index.ts';
import { ClassStrip } from '../ui/class-strip.tsx';
import { KIND_WORDS, sideWord } from '../ui/words.ts';
import { CueRuler } from './cue-ruler.tsx';
import { DeskControls } from './desk-controls.tsx';
import { LevelBar } from './level-bar.tsx';
import { closeRun, command, openRun, sound, useDesk } from './run-store.ts';
import { slotEndMs } from './slot-end.ts';
import { useNow } from './use-now.ts';
import { useWakeLock } from './use-wake-lock.ts';

/** Leading a class: one run, the whole window, no aim needed. */
export function DeskScreen() {
  const { runId = '' } = useParams();
  const { run, folded, failed } = useDesk();
  useEffect(() => {
    void openRun(runId);
    return closeRun;
  }, [runId]);
  if (failed) return <main className="p-8 text-xl">{failed}.</main>;
  if (!run || !folded) return <main className="p-8 text-xl">Opening…</main>;
  return <Desk plan={run.plan} folded={folded} />;
}

type Phase = 'work' | 'rest' | 'break' | 'count';

function phaseOf(interval: Interval | null): Phase {
  if (!interval) return 'rest';
  if (interval.kind === 'countIn') return 'count';
  if (isWork(interval) || interval.kind === 'demo' || interval.kind === 'open') return 'work';
  return isBreak(interval) ? 'break' : 'rest';
}

function Desk({ plan, folded }: { plan: Plan; folded: RunState }) {
  const now = useNow();
  const state = advance(folded, now);
  const view = viewOf(state);
  const phase = phaseOf(view.interval);
  const over = state.status === 'finished' || state.status === 'abandoned';
  useWakeLock(state.status === 'running' || state.status === 'paused');
  useFinish(folded, state);
  useDeskKeys(state, view);
  useUnlockOnGesture();
  return (
    <main
      data-phase={phase}
      data-status={state.status}
      className={`flex h-dvh flex-col overflow-hidden transition-colors duration-100 ${phase === 'break' ? 'field-break' : ''}`}
      style={{
        ['--field' as string]: `var(--field-${phase})`,
        backgroundColor: `var(--field-${phase})`,
        color: `var(--field-${phase}-ink)`,
      }}
    >
      <Flash positionMs={view.positionMs} running={state.status === 'running'} />
      <TopLine plan={plan} state={state} view={view} />
      {over ? <Over state={state} /> : <Centre plan={plan} state={state} view={view} />}
      {!over && (
        <>
          <Ruler state={state} view={view} />
          <DeskControls state={state} view={view} />
        </>
      )}
    </main>
  );
}

/** A run that has come to its end by itself is finished in the record too, at that instant. */
function useFinish(folded: RunState, state: RunState): void {
  const ranOut = state.status === 'finished' && folded.status === 'running';
  useEffect(() => {
    if (ranOut) void command({ type: 'finish' });
  }, [ranOut]);
}

/** Any tap or key turns the sound on when the browser had to hold it back, after a reload for one. */
function useUnlockOnGesture(): void {
  const started = useDesk((s) => s.folded?.startedAtMs != null);
  const soundOn = useDesk((s) => s.soundOn);
  useEffect(() => {
    if (!started || soundOn) return;
    const unlock = () => void sound.unlock();
    window.addEventListener('pointerdown', unlock);
    window.addEventListener('keydown', unlock);
    return () => {
      window.removeEventListener('pointerdown', unlock);
      window.removeEventListener('keydown', unlock);
    };
  }, [started, soundOn]);
}

const KEYS: Record<string, (state: RunState, view: RunView) => RunCommand | null> = {
  ' ': mainCommand,
  ArrowRight: onward,
  PageDown: onward,
  ArrowLeft: back,
  PageUp: back,
  '+': () => ({ type: 'adjust', deltaMs: 10_000 }),
  '=': () => ({ type: 'adjust', deltaMs: 10_000 }),
  '-': () => ({ type: 'adjust', deltaMs: -10_000 }),
};

export function mainCommand(state: RunState, view: RunView): RunCommand | null {
  if (state.status === 'ready') return { type: 'start' };
  if (state.status === 'paused') return { type: 'resume' };
  if (state.status !== 'running') return null;
  return view.waiting ? { type: 'release' } : { type: 'pause' };
}

export function onward(state: RunState, view: RunView): RunCommand | null {
  if (state.status === 'ready') return { type: 'start' };
  return view.waiting ? { type: 'release' } : { type: 'skip' };
}

const BACK_WITHIN_MS = 3000;

/** Back to the interval before in the first seconds of one, else to its own start. */
export function back(_state: RunState, view: RunView): RunCommand | null {
  return { type: view.elapsedMs < BACK_WITHIN_MS ? 'back' : 'restart' };
}

/** One listener for the life of the desk: one exchanged at every redraw could miss the key that caused the redraw. */
function useDeskKeys(state: RunState, view: RunView): void {
  const latest = useRef({ state, view });
  latest.current = { state, view };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.repeat) return;
      const what = KEYS[e.key]?.(latest.current.state, latest.current.view);
      if (!what) return;
      e.preventDefault();
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      void command(what);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

/** A flash for every tone: the class that cannot hear it, or hears only the music, sees it. */
function Flash({ positionMs, running }: { positionMs: number; running: boolean }) {
  const cues = useDesk((s) => s.cues);
  const lit = running && cues.some((c) => c.tone !== null && positionMs >= c.atMs && positionMs - c.atMs < 160);
  return (
    <div
      className={`pointer-events-none fixed inset-0 z-50 border-live ${lit ? 'border-[10px]' : 'border-0'}`}
      aria-hidden="true"
    />
  );
}

const clock = (ms: number) =>
  new Date(ms).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hour12: false });

function TopLine({ plan, state, view }: { plan: Plan; state: RunState; view: RunView }) {
  const timeline = useMemo(() => compile(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  const { waiting, soundOn, keptHere } = useDesk();
  const lead = state.intervals[0]?.kind === 'countIn' ? (state.intervals[0]?.durationMs ?? 0) : 0;
  const endAt = view.projectedEndAtMs;
  const slotEnd = state.startedAtMs === null ? null : slotEndMs(plan, state.startedAtMs);
  const early = endAt !== null && slotEnd !== null ? slotEnd - endAt : null;
  const started = state.startedAtMs !== null;
  return (
    <header className="px-4 pt-3 md:px-6">
      <div className="flex flex-wrap items-baseline gap-x-6 text-[17px]">
        <span className="digits truncate text-xl">{plan.title}</span>
        {endAt !== null && (
          <span>
            ends <b className="digits">{clock(endAt)}</b>
            {early !== null && (
              <span className={early < 0 ? 'ml-2 font-bold underline decoration-2' : 'ml-2'}>
                {early < -500
                  ? `${formatDuration(-early)} over the slot`
                  : `${formatDuration(Math.max(0, early))} before the slot ends`}
              </span>
            )}
          </span>
        )}
        <span className="flex-1" />
        {started && !soundOn && (
          <span className="border-2 border-current px-2 font-bold">Sound is off: tap anywhere</span>
        )}
        {!keptHere && waiting > 0 && (
          <span className="border-2 border-current px-2 font-bold">Browser storage is full: do not reload</span>
        )}
        <span role="status">
          {started ? (waiting === 0 ? 'Saved' : `${waiting} kept here, not on the server yet`) : 'Not started'}
        </span>
        <span className="digits text-xl">{clock(state.clockMs || sound.now())}</span>
      </div>
      <div className="mt-1 rounded-md bg-paper px-1 text-ink">
        <ClassStrip
          plan={plan}
          timeline={timeline}
          totals={sums}
          compact
          positionMs={Math.max(0, view.positionMs - lead)}
        />
      </div>
    </header>
  );
}

function placeWords(plan: Plan, interval: Interval | null): string {
  if (!interval) return '';
  const block = plan.blocks[interval.blockIndex];
  if (!block || interval.kind === 'countIn' || interval.kind === 'blockBreak') return '';
  const rounds = roundsOf(block.format);
  const parts: string[] = [];
  if (interval.round !== null && rounds !== null && rounds > 1) parts.push(`Round ${interval.round} of ${rounds}`);
  if (interval.stationIndex !== null && block.stations.length > 1)
    parts.push(`station ${interval.stationIndex + 1} of ${block.stations.length}`);
  return parts.join(', ');
}

function nameOf(plan: Plan, interval: Interval | null): string {
  if (!interval) return '';
  const station = stationAt(plan, interval);
  return station?.move ?? plan.blocks[interval.blockIndex]?.title ?? '';
}

function Centre({ plan, state, view }: { plan: Plan; state: RunState; view: RunView }) {
  const { interval, nextWork } = view;
  const working = interval !== null && (isWork(interval) || interval.kind === 'demo' || interval.kind === 'open');
  const shown = working ? interval : nextWork;
  const upcoming = working ? view.nextWork : null;
  return (
    <section className="flex min-h-0 flex-1 flex-col px-4 max-md:pt-3 md:justify-center md:px-6" aria-live="off">
      <div className="flex items-baseline gap-5">
        <span
          className="digits border-2 border-current px-3 text-[20px] md:text-[26px] uppercase tracking-wide"
          data-testid="phase-word"
        >
          {state.status === 'ready'
            ? 'Ready'
            : state.status === 'paused'
              ? 'Paused'
              : interval
                ? KIND_WORDS[interval.kind]
                : ''}
        </span>
        <span className="text-[18px] md:text-[26px]">{placeWords(plan, shown)}</span>
      </div>
      <h1 className="digits mt-1 text-[clamp(40px,8.2vw,110px)] md:truncate leading-[1.08]" data-testid="move">
        {!working && <span className="mr-4 text-[0.5em] font-normal">next</span>}
        {nameOf(plan, shown)}
        {shown?.side && (
          <span className="ml-5 border-4 border-current px-3 text-[0.6em] uppercase">{sideWord(shown.side)}</span>
        )}
      </h1>
      <div className="flex flex-wrap items-end gap-x-10">
        <time
          className="digits min-w-[2.15ch] text-[clamp(120px,25vw,330px)] leading-[0.92]"
          data-testid="remaining"
          data-ms={view.remainingMs}
        >
          {view.waiting ? 'tap' : countdown(view.remainingMs)}
        </time>
        <Aside plan={plan} view={view} upcoming={upcoming} station={shown ? stationAt(plan, shown) : null} />
      </div>
      <LevelBar view={view} />
    </section>
  );
}

/** Seconds are counted down as they are said: 40 is shown until the first second is over. */
function countdown(ms: number): string {
  const s = Math.ceil(ms / 1000);
  return s < 60 ? String(s) : formatDuration(s * 1000);
}

interface AsideProps {
  plan: Plan;
  view: RunView;
  upcoming: Interval | null;
  station: Station | null;
}

function Aside({ plan, view, upcoming, station }: AsideProps) {
  const next = upcoming && stationAt(plan, upcoming);
  return (
    <div className="mb-3 min-w-64 flex-1 text-[20px] leading-snug">
      {upcoming && (
        <div className="mb-2">
          <div className="opacity-90">next</div>
          <div className="truncate text-[34px] font-semibold leading-tight">
            {nameOf(plan, upcoming)}{' '}
            {upcoming.side && (
              <span className="border-2 border-current px-1.5 text-[0.7em] uppercase">{sideWord(upcoming.side)}</span>
            )}
          </div>
          {next?.kit && <div className="opacity-90">{next.kit.join(', ')}</div>}
        </div>
      )}
      {!upcoming && station?.kit && <div className="mb-2 text-[26px]">{station.kit.join(', ')}</div>}
      <div className="flex gap-8">
        {view.toBreakMs !== null && (
          <div>
            <div className="opacity-90">to the break</div>
            <div className="digits text-[34px] leading-tight">{formatDuration(view.toBreakMs)}</div>
          </div>
        )}
        <div>
          <div className="opacity-90">to the end</div>
          <div className="digits text-[34px] leading-tight">{formatDuration(view.toEndMs)}</div>
        </div>
      </div>
    </div>
  );
}

function Ruler({ state, view }: { state: RunState; view: RunView }) {
  const cues = useDesk((s) => s.cues);
  return (
    <div className="px-6 max-md:hidden">
      <CueRuler cues={cues} intervals={state.intervals} positionMs={view.positionMs} />
    </div>
  );
}

function Over({ state }: { state: RunState }) {
  const navigate = useNavigate();
  const { run } = useDesk();
  const took = state.startedAtMs !== null && state.endedAtMs !== null ? state.endedAtMs - state.startedAtMs : 0;
  return (
    <section className="flex flex-1 flex-col items-start justify-center gap-6 px-10">
      <h1 className="digits text-7xl">{state.status === 'finished' ? 'Finished' : 'Abandoned'}</h1>
      <p className="text-2xl">{formatDuration(took)} from the count-in to the end.</p>
      <div className="flex gap-4">
        <button
          type="button"
          className="min-h-16 rounded-md border-2 border-current px-8 text-2xl"
          onClick={() => navigate(`/log/${run?.id}`)}
        >
          See it in the log
        </button>
        <button
          type="button"
          className="min-h-16 rounded-md border-2 border-current px-8 text-2xl"
          onClick={() => navigate('/')}
        >
          Classes
        </button>
      </div>
    </section>
  );
}
