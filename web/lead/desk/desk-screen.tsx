import { Suspense, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
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
  useActions,
  useFrames,
  useLastSets,
  useLibrary,
  usePreferences,
  useRunLock,
  useWakeLock,
  useWindow,
} from '../../base/index.ts';
import { PulseLine, pulse } from '../pulse/index.ts';
import { closeRun, command, openRun, sound, takeOver, undoLast, useDesk } from '../session/index.ts';
import { CueRuler, fieldStyle, Stage } from '../stage/index.ts';
import { KEYS } from './commands.ts';
import { DeskControls } from './desk-controls.tsx';
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

const SHEET_KEYS: Record<string, SheetName> = {
  c: 'reps',
  f: 'finish',
  s: 'swap',
  o: 'again',
  n: 'note',
  m: 'more',
  w: 'share',
  p: 'people',
  b: 'pulse',
};
/** A run that will be over the slot by more than this is offered help at once. */
const LATE_MS = 30_000;
const LYING_KEY = 'odd-round.lying';

const deskNow = () => sound.now();

function Desk({ runId, plan, folded }: { runId: string; plan: Plan; folded: RunState }) {
  const now = useFrames(deskNow);
  const cues = useDesk((s) => s.cues);
  const events = useDesk((s) => s.run?.events);
  const leads = useDesk((s) => s.leads);
  const state = advance(folded, now);
  const view = viewOf(state);
  const phase = fieldOf(view.interval);
  const shownBlock = (view.interval ?? view.nextWork)?.blockIndex ?? 0;
  const reached = useMemo(() => placeInComplex(plan, events ?? [], shownBlock), [plan, events, shownBlock]);
  const lastSets = useLastSets(plan.id, runId);
  const lastWords = useMemo(() => {
    const set = setCounted({ plan, intervals: state.intervals, index: state.index });
    return set ? lastTimeWords(lastSets, set, plan.squads ?? []) : '';
  }, [plan, state.intervals, state.index, lastSets]);
  const over = state.status === 'finished' || state.status === 'abandoned';
  useWakeLock(state.status === 'running' || state.status === 'paused');
  useFinish(folded, state, leads);
  const [sheet, setSheet] = useState<SheetName | null>(null);
  const [lying, setLying] = useState(() => local.getItem(LYING_KEY) === '1');
  const lie = (on: boolean) => {
    keepText(local, LYING_KEY, on ? '1' : '0');
    setLying(on);
  };
  const loadLibrary = useLibrary((s) => s.load);
  useEffect(() => void loadLibrary(), [loadLibrary]);
  useDeskActions(setSheet, () => lie(!lying));
  useDeskKeys(state, view, leads, { onSheet: setSheet, onLying: () => lie(!lying) });
  useShake(state, view);
  const ending = useHeldEnd(leads && (state.status === 'running' || state.status === 'paused'));
  const close = () => setSheet(null);
  const slotEnd = state.startedAtMs === null ? null : slotEndMs(plan, state.startedAtMs);
  const overMs = slotEnd !== null && view.projectedEndAtMs !== null ? view.projectedEndAtMs - slotEnd : 0;
  useUnlockOnGesture();
  useMediaKeys(plan.title, leads && (state.status === 'running' || state.status === 'paused'));
  const size = useWindow();
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
        <Stage plan={plan} state={state} view={view} cues={cues} reached={reached} lastTime={lastWords} />
      )}
      {!over && (
        <>
          {leads && <AskedForSound />}
          {leads && <ClockJumped />}
          {leads && sheet === null && (
            <PulseLine
              gap={view.interval !== null && view.interval.kind !== 'work'}
              isHeld={view.interval?.untilTap === true}
            />
          )}
          {sheet === null && (
            <>
              {size.height >= 700 && size.width >= 700 && <Ruler state={state} view={view} />}
              {leads && overMs > LATE_MS && state.status === 'running' && size.height >= 700 && (
                <LateNote overMs={overMs} onOpen={() => setSheet('finish')} />
              )}
              {leads ? <DeskControls state={state} view={view} onSheet={setSheet} /> : <FollowingFooter />}
            </>
          )}
          {sheet === 'people' && <PeopleSheet state={state} view={view} onClose={close} />}
          {sheet === 'more' && (
            <MoreSheet state={state} view={view} lying={lying} onLying={lie} onSheet={setSheet} onClose={close} />
          )}
          {sheet === 'reps' && <RepsSheet runId={runId} state={state} onClose={close} />}
          {sheet === 'finish' && <FinishSheet state={state} onClose={close} />}
          {sheet === 'swap' && <SwapSheet state={state} onClose={close} />}
          {sheet === 'again' && <OneMoreSheet state={state} onClose={close} />}
          {sheet === 'note' && <NoteSheet state={state} onClose={close} />}
          <Suspense>
            {sheet === 'pulse' && <PulseOver plan={plan} onClose={close} />}
            {sheet === 'share' && <ShareSheet runId={runId} onClose={close} />}
          </Suspense>
        </>
      )}
    </main>
  );
}

/** A run that has come to its end by itself is finished in the record too, at that instant, by the desk that leads. */
function useFinish(folded: RunState, state: RunState, leads: boolean): void {
  const ranOut = leads && state.status === 'finished' && folded.status === 'running';
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

/** What the desk does, by name, for the palette and the sheet of keys; the keys themselves are heard by the desk. */
function useDeskActions(onSheet: (name: SheetName) => void, onLying: () => void): void {
  const press = (key: string) => () => {
    const { folded, leads } = useDesk.getState();
    const state = folded && advance(folded, deskNow());
    const what = state && leads ? KEYS[key]?.(state, viewOf(state)) : null;
    if (what) void command(what);
  };
  const sheet = (name: SheetName) => () => onSheet(name);
  const actions: [string, string, () => void][] = [
    ['Start, pause, resume, go on', 'Space', press(' ')],
    ['Skip', '→', press('ArrowRight')],
    ['Back, or again from its start', '←', press('ArrowLeft')],
    ['Ten seconds more', '+', press('+')],
    ['Ten seconds less', '−', press('-')],
    ['Hold, or let go', 'h', press('h')],
    ['One more round', 'r', press('r')],
    ['Drop a round', 'd', press('d')],
    ['Reps', 'c', sheet('reps')],
    ['Finish by', 'f', sheet('finish')],
    ['Swap the move', 's', sheet('swap')],
    ['One more interval', 'o', sheet('again')],
    ['Note', 'n', sheet('note')],
    ['Screens that follow', 'w', sheet('share')],
    ['People', 'p', sheet('people')],
    ['Pulse', 'b', sheet('pulse')],
    ['Undo the last change', 'u', () => void undoLast()],
    ['Lying down', 'l', onLying],
    ['More', 'm', sheet('more')],
    ['Finish now, from More; or hold E for a second', 'e', sheet('more')],
    ['Take over from another desk', 't', () => void takeOver()],
  ];
  useActions(
    'The desk',
    actions.map(([name, key, run]) => ({ name, key, run, heard: true as const })),
  );
}

interface KeyTargets {
  onSheet: (name: SheetName) => void;
  onLying: () => void;
}

function useDeskKeys(state: RunState, view: RunView, leads: boolean, on: KeyTargets): void {
  const onKey = useEffectEvent((e: KeyboardEvent) => {
    if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey || e.repeat || isTyping(e.target)) return;
    const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
    const isLetter = key.length === 1 && key !== ' ';
    if (isLetter && !usePreferences.getState().shortcuts) return;
    // What the keyboard has chosen is pressed by Space, a volume moved by its arrows.
    if (key === ' ' && isPressable(e.target)) return;
    if (key.startsWith('Arrow') && e.target instanceof HTMLInputElement) return;
    // What lies over the desk has its own keys.
    if (e.target instanceof Element && e.target.closest('[data-over-desk]')) return;
    if (!leads) {
      if (key === 't') void takeOver();
      else if (key === 'l') on.onLying();
      else if (key === 'w') on.onSheet('share');
      return;
    }
    const sheet = state.status === 'ready' && key !== 'm' ? undefined : SHEET_KEYS[key];
    if (sheet || key === 'l' || key === 'u') {
      e.preventDefault();
      if (sheet) on.onSheet(sheet);
      else if (key === 'l') on.onLying();
      else void undoLast();
      return;
    }
    const what = KEYS[key]?.(state, view);
    if (!what) return;
    e.preventDefault();
    void command(what);
  });
  // One listener for the life of the desk: one exchanged at every redraw could miss the key that caused the redraw.
  useEffect(() => {
    const heard = (e: KeyboardEvent) => onKey(e);
    window.addEventListener('keydown', heard);
    return () => window.removeEventListener('keydown', heard);
  }, []);
}

/** How long a key is held that ends the run, ms. */
const END_HELD_MS = 1000;

/** E held for a second finishes the run; gives whether it is being held. */
function useHeldEnd(mayEnd: boolean): boolean {
  const [held, setHeld] = useState(false);
  const onDown = useEffectEvent((e: KeyboardEvent) => {
    const isIt = e.key.toLowerCase() === 'e' && !e.repeat && !e.ctrlKey && !e.metaKey && !e.altKey;
    const isOver = e.target instanceof Element && e.target.closest('[data-over-desk], [role="dialog"]') !== null;
    return isIt && mayEnd && !isOver && !isTyping(e.target) && usePreferences.getState().shortcuts;
  });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = () => {
      clearTimeout(timer);
      setHeld(false);
    };
    const down = (e: KeyboardEvent) => {
      if (!onDown(e)) return;
      setHeld(true);
      timer = setTimeout(() => {
        stop();
        void command({ type: 'finish' });
      }, END_HELD_MS);
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', stop);
    window.addEventListener('blur', stop);
    return () => {
      stop();
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', stop);
      window.removeEventListener('blur', stop);
    };
  }, []);
  return held;
}

/** In silent running the device shakes where a tone would sound, longer where something begins. */
function useShake(state: RunState, view: RunView): void {
  const cues = useDesk((s) => s.cues);
  const last = useRef(view.positionMs);
  const silent = state.plan.silent === true && state.status === 'running';
  useEffect(() => {
    const from = last.current;
    last.current = view.positionMs;
    if (!silent || typeof navigator.vibrate !== 'function') return;
    const due = cues.find((c) => c.tone !== null && c.atMs > from && c.atMs <= view.positionMs);
    if (due) navigator.vibrate(due.tone === 'tick' ? 80 : [200, 80, 200]);
  }, [cues, silent, view.positionMs]);
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
