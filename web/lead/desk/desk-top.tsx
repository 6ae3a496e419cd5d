import { type ReactNode, useMemo } from 'react';
import { formatDuration, type Plan, placeWords } from '../../../core/class/index.ts';
import { writeRunFile } from '../../../core/out/index.ts';
import type { RunState, RunView } from '../../../core/time/index.ts';
import { compile, totals } from '../../../core/time/index.ts';
import { ClassStrip, clockAt, saveFile, useKeeps, useTrouble, useWindow } from '../../base/index.ts';
import { useWaiting } from '../closing/index.ts';
import { sound, useDesk } from '../session/index.ts';
import { useWhole } from '../stage/index.ts';
import { slotEndMs } from './slot-end.ts';

interface Props {
  plan: Plan;
  state: RunState;
  view: RunView;
}

/** Title, end against the slot, how sound and saving stand, and the place in the class; in one line, where what matters less gives way. */
export function TopLine({ plan, state, view }: Props) {
  const timeline = useMemo(() => compile(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  const { waiting, track } = useDesk();
  const { height } = useWindow();
  const lead = state.intervals[0]?.kind === 'countIn' ? (state.intervals[0]?.durationMs ?? 0) : 0;
  const over = state.status === 'finished' || state.status === 'abandoned';
  const started = state.startedAtMs !== null;
  const saved = started ? (waiting === 0 ? 'Saved' : `${waiting} kept here, not on the server yet`) : 'Not started';
  const line = useWhole<HTMLDivElement>(`${plan.title}|${saved}|${started}`);
  return (
    <header className="shrink-0 px-3 pt-2 md:px-6">
      <div ref={line} className="flex items-baseline gap-x-5 overflow-hidden whitespace-nowrap text-lead">
        <span data-yield="5" className="digits text-title">
          {plan.title}
          {plan.series && <span className="ml-2 text-lead">{placeWords(plan.series)}</span>}
        </span>
        {!over && <EndWords plan={plan} state={state} view={view} />}
        <span className="flex-1" />
        {track && !track.isMissing && <span data-yield="6">Music: {track.title}</span>}
        <VoiceWord />
        <span role="status" data-yield={waiting === 0 ? '7' : '1'}>
          {saved}
        </span>
        <span className="digits text-title" data-yield="3">
          {clockAt(state.clockMs || sound.now())}
        </span>
      </div>
      <Warnings state={state} />
      {height >= 560 && !over && (
        <div className="mt-1 rounded-md bg-paper px-1 text-ink">
          <ClassStrip
            plan={plan}
            timeline={timeline}
            totals={sums}
            compact
            positionMs={Math.max(0, Math.floor((view.positionMs - lead) / 1000) * 1000)}
          />
        </div>
      )}
    </header>
  );
}

/** When it ends, and how that stands to the slot. */
function EndWords({ plan, state, view }: Props) {
  const endAt = view.projectedEndAtMs;
  const slotEnd = state.startedAtMs === null ? null : slotEndMs(plan, state.startedAtMs);
  if (endAt === null) return null;
  const early = slotEnd === null ? null : slotEnd - endAt;
  return (
    <>
      <span data-yield="2">
        ends <b className="digits">{clockAt(endAt)}</b>
      </span>
      {early !== null && (
        <span data-yield={early < -500 ? '1' : '4'} className={early < 0 ? 'font-bold underline decoration-2' : ''}>
          {early < -500
            ? `${formatDuration(-early)} over the slot`
            : `${formatDuration(Math.max(0, early))} before the slot ends`}
        </span>
      )}
    </>
  );
}

/** What the instructor should know of, each framed; in as many lines as they take. */
function Warnings({ state }: { state: RunState }) {
  const { run, waiting, soundOn, keptHere, leads, aside, blocked, asksDropped, track } = useDesk();
  const trouble = useTrouble((s) => s.trouble);
  const keeps = useKeeps((s) => s.keeps);
  const started = state.startedAtMs !== null;
  const over = state.status === 'finished' || state.status === 'abandoned';
  return (
    <div className="flex flex-wrap gap-x-3 gap-y-1 text-plain empty:hidden">
      {!leads && <Told strong>Following</Told>}
      {leads && !over && state.soundAt !== null && <Told>Sound on another screen</Told>}
      {leads && !over && started && !soundOn && <Told strong>Sound is off: tap anywhere</Told>}
      {waiting > 0 && (!keptHere || keeps === 'blocked') && (
        <Told strong>
          {keptHere ? 'This browser keeps nothing: do not reload' : 'Browser storage is full: do not reload'}{' '}
          <button type="button" className="min-h-11 underline" onClick={saveRecord}>
            Save the record as a file
          </button>
        </Told>
      )}
      {track?.isMissing && <Told>No music: “{track.title}” is not on this device</Told>}
      {trouble === 'full' && <Told>The server’s disk is full: all is kept here</Told>}
      {/* At the close they stand on the page itself. */}
      {run && !over && <FromPhones runId={run.id} />}
      {asksDropped > 0 && <Told>Phones ask too often: {asksDropped} left out</Told>}
      {aside.length > 0 && (
        <Told>
          The server did not take {aside.length === 1 ? 'one entry' : `${aside.length} entries`} ({aside[0]?.problem}):
          kept aside here
        </Told>
      )}
      {blocked !== null && <Told>The server will not take this run ({blocked}): it is kept here</Told>}
    </div>
  );
}

/** What phones entered under a name that was not placed. */
function FromPhones({ runId }: { runId: string }) {
  const { length } = useWaiting(runId);
  if (length === 0) return null;
  return <Told>{length === 1 ? 'An entry' : `${length} entries`} from phones: who is it? See Reps</Told>;
}

/** Gives the run as a file, which the log reads again. */
function saveRecord(): void {
  const { run } = useDesk.getState();
  if (run) saveFile(`${run.plan.title}, run.json`, writeRunFile(run), 'application/json');
}

function Told({ strong = false, children }: { strong?: boolean; children: ReactNode }) {
  return <span className={`border-2 border-current px-2 ${strong ? 'font-bold' : ''}`}>{children}</span>;
}

/** How the voice stands: on its way, not to be had, or silent on purpose; nothing when all is well. */
function VoiceWord() {
  const { voice, run } = useDesk();
  if (run?.plan.silent)
    return (
      <span data-yield="6" className="border-2 border-current px-2">
        Silent: flashes and shakes
      </span>
    );
  if (voice.kind === 'loading')
    return <span data-yield="6">Voice {voice.total === 0 ? '' : `${voice.done} of ${voice.total}`}</span>;
  if (voice.kind === 'none')
    return (
      <span data-yield="6" className="border-2 border-current px-2">
        No voice: tones and text
      </span>
    );
  return null;
}
