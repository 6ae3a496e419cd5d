import { Suspense, useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import type { Plan } from '../../../core/class/index.ts';
import { lastTimeWords } from '../../../core/record/index.ts';
import { advance, placeInComplex, type RunState, type RunView, setCounted, viewOf } from '../../../core/time/index.ts';
import { fieldOf } from '../../../core/voice/index.ts';
import {
  isPressable,
  isTyping,
  keepText,
  local,
  useFrames,
  useLastSets,
  useLibrary,
  useRunLock,
  useWakeLock,
  useWindow,
} from '../../base/index.ts';
import { PulseLine, pulse } from '../pulse/index.ts';
import { closeRun, openRun, useDesk } from '../session/index.ts';
import { CueRuler, fieldStyle, Stage } from '../stage/index.ts';
import { DeskControls } from './desk-controls.tsx';
import {
  deskNow,
  useDeskActions,
  useDeskKeys,
  useFinish,
  useHeldEnd,
  useShake,
  useUnlockOnGesture,
} from './desk-hooks.ts';
import { AskedForSound, ClockJumped, FollowingFooter } from './desk-lead.tsx';
import { TopLine } from './desk-top.tsx';
import { FinishSheet, LateNote } from './finish-sheet.tsx';
import { CloseScreen, PulseOver, ShareSheet } from './later.tsx';
import { MoreSheet, NoteSheet } from './more-sheet.tsx';
import { PeopleSheet } from './people-sheet.tsx';
import { RepsSheet } from './reps-sheet.tsx';
import type { SheetName } from './sheet-name.ts';
import { slotEndMs } from './slot-end.ts';
import { OneMoreSheet, SwapSheet } from './swap-sheet.tsx';
import { useMediaKeys } from './use-media-keys.ts';

/** Leading a class: one run, the whole window, no aim needed. */
export function DeskScreen() {
  const { runId = '' } = useParams();
  useRunLock();
  const { run, folded, failed } = useDesk();
  useEffect(() => {
    void openRun(runId);
    return () => {
      pulse.end();
      closeRun();
    };
  }, [runId]);
  if (failed) return <main className="p-8 text-title">{failed}.</main>;
  if (!run || !folded) return <main className="p-8 text-title">Opening…</main>;
  return <Desk runId={runId} plan={folded.plan} folded={folded} />;
}

/** A run that will be over the slot by more than this is offered help at once. */
const LATE_MS = 30_000;
const LYING_KEY = 'odd-round.lying';

function Desk({ runId, plan, folded }: { runId: string; plan: Plan; folded: RunState }) {
  const now = useFrames(deskNow);
  const leads = useDesk((s) => s.leads);
  const state = advance(folded, now);
  const view = viewOf(state);
  const phase = fieldOf(view.interval);
  const over = state.status === 'finished' || state.status === 'abandoned';
  const underWay = state.status === 'running' || state.status === 'paused';
  const [sheet, setSheet] = useState<SheetName | null>(null);
  const [lying, setLying] = useState(() => local.getItem(LYING_KEY) === '1');
  const lie = (on: boolean) => {
    keepText(local, LYING_KEY, on ? '1' : '0');
    setLying(on);
  };
  const loadLibrary = useLibrary((s) => s.load);
  useEffect(() => void loadLibrary(), [loadLibrary]);
  useWakeLock(underWay);
  useFinish(folded, state, leads);
  useDeskActions(setSheet, () => lie(!lying));
  useDeskKeys(state, view, leads, { onSheet: setSheet, onLying: () => lie(!lying) });
  useShake(state, view);
  useUnlockOnGesture();
  useMediaKeys(plan.title, leads && underWay);
  const ending = useHeldEnd(leads && underWay);
  return (
    <main
      data-phase={phase}
      data-status={state.status}
      className={`flex h-dvh flex-col overflow-hidden transition-colors duration-100 ${over ? 'bg-paper' : phase === 'break' ? 'field-break' : ''} ${lying ? 'rotate-180' : ''}`}
      style={over ? undefined : fieldStyle(phase)}
      // A finger or a mouse leaves no focus behind: Space goes on to be the desk's.
      onMouseDown={(e) => {
        const { activeElement } = document;
        if (!(e.target instanceof Element && e.target.closest('button')) || isTyping(activeElement)) return;
        e.preventDefault();
        if (activeElement instanceof HTMLElement && isPressable(activeElement)) activeElement.blur();
      }}
    >
      <title>{`${plan.title}, the desk · Odd Round`}</title>
      <Flash positionMs={view.positionMs} running={state.status === 'running'} />
      {ending && (
        <p role="status" className="absolute inset-x-0 top-1/3 z-50 bg-ink py-4 text-center text-head text-paper">
          Keep holding E to finish the class
        </p>
      )}
      <TopLine plan={plan} state={state} view={view} />
      {over ? (
        <Suspense>
          <CloseScreen state={state} runId={runId} />
        </Suspense>
      ) : (
        <>
          <Now runId={runId} state={state} view={view} />
          {leads && <AskedForSound />}
          {leads && <ClockJumped />}
          {sheet === null && <Below state={state} view={view} onSheet={setSheet} />}
          <Sheets {...{ runId, state, view, sheet, setSheet, lying, lie }} />
        </>
      )}
    </main>
  );
}

interface At {
  state: RunState;
  view: RunView;
}

/** What now, how long, what next; with where the complex goes on, and what was done in this set the last time. */
function Now({ runId, state, view }: At & { runId: string }) {
  const { plan, intervals, index } = state;
  const cues = useDesk((s) => s.cues);
  const events = useDesk((s) => s.run?.events);
  const shownBlock = (view.interval ?? view.nextWork)?.blockIndex ?? 0;
  const reached = useMemo(() => placeInComplex(plan, events ?? [], shownBlock), [plan, events, shownBlock]);
  const lastSets = useLastSets(plan.id, runId);
  const lastTime = useMemo(() => {
    const set = setCounted({ plan, intervals, index });
    return set ? lastTimeWords(lastSets, set, plan.squads ?? []) : '';
  }, [plan, intervals, index, lastSets]);
  return <Stage {...{ plan, state, view, cues, reached, lastTime }} />;
}

/** What stands below the stage while no sheet is open: the ruler, what presses, and what the run is led by. */
function Below({ state, view, onSheet }: At & { onSheet: (sheet: SheetName) => void }) {
  const leads = useDesk((s) => s.leads);
  const { width, height } = useWindow();
  const slotEnd = state.startedAtMs === null ? null : slotEndMs(state.plan, state.startedAtMs);
  const overMs = slotEnd !== null && view.projectedEndAtMs !== null ? view.projectedEndAtMs - slotEnd : 0;
  return (
    <>
      {leads && (
        <PulseLine
          gap={view.interval !== null && view.interval.kind !== 'work'}
          isHeld={view.interval?.untilTap === true}
        />
      )}
      {height >= 700 && width >= 700 && <Ruler state={state} view={view} />}
      {leads && overMs > LATE_MS && state.status === 'running' && height >= 700 && (
        <LateNote overMs={overMs} onOpen={() => onSheet('finish')} />
      )}
      {leads ? <DeskControls state={state} view={view} onSheet={onSheet} /> : <FollowingFooter />}
    </>
  );
}

interface SheetsProps extends At {
  runId: string;
  sheet: SheetName | null;
  setSheet: (sheet: SheetName | null) => void;
  lying: boolean;
  lie: (on: boolean) => void;
}

function Sheets({ runId, state, view, sheet, setSheet, lying, lie }: SheetsProps) {
  const onClose = () => setSheet(null);
  const shared = { state, view, onClose };
  return (
    <>
      {sheet === 'people' && <PeopleSheet {...shared} />}
      {sheet === 'more' && <MoreSheet {...shared} lying={lying} onLying={lie} onSheet={setSheet} />}
      {sheet === 'reps' && <RepsSheet runId={runId} state={state} onClose={onClose} />}
      {sheet === 'finish' && <FinishSheet state={state} onClose={onClose} />}
      {sheet === 'swap' && <SwapSheet state={state} onClose={onClose} />}
      {sheet === 'again' && <OneMoreSheet state={state} onClose={onClose} />}
      {sheet === 'note' && <NoteSheet state={state} onClose={onClose} />}
      <Suspense>
        {sheet === 'pulse' && <PulseOver plan={state.plan} onClose={onClose} />}
        {sheet === 'share' && <ShareSheet runId={runId} onClose={onClose} />}
      </Suspense>
    </>
  );
}

/** A flash for every tone: the class that cannot hear it, or hears only the music, sees it. */
function Flash({ positionMs, running }: { positionMs: number; running: boolean }) {
  const cues = useDesk((s) => s.cues);
  const silent = useDesk((s) => s.run?.plan.silent === true);
  const lit = running && cues.some((c) => c.tone !== null && positionMs >= c.atMs && positionMs - c.atMs < 160);
  return (
    <div
      className={`pointer-events-none fixed inset-0 z-50 border-live motion-reduce:hidden ${lit ? (silent ? 'border-[40px] bg-live/25' : 'border-[10px]') : 'border-0'}`}
      aria-hidden="true"
    />
  );
}

function Ruler({ state, view }: { state: RunState; view: RunView }) {
  const cues = useDesk((s) => s.cues);
  return (
    <div className="shrink-0 px-6">
      <CueRuler cues={cues} intervals={state.intervals} positionMs={view.positionMs} />
    </div>
  );
}
