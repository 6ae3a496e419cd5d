import { type ReactNode, useMemo } from 'react';
import { formatDuration, type Plan } from '../../core/plan/index.ts';
import type { RunState, RunView } from '../../core/run/index.ts';
import { compile, totals } from '../../core/timeline/index.ts';
import { useTrouble } from '../data/index.ts';
import { ClassStrip } from '../drawings/index.ts';
import { sound, useDesk } from '../session/index.ts';
import { timeOfDay } from '../stage/index.ts';
import { slotEndMs } from './slot-end.ts';

/** Title, end against the slot, how sound and saving stand, and the place in the class. */
export function TopLine({ plan, state, view }: { plan: Plan; state: RunState; view: RunView }) {
  const timeline = useMemo(() => compile(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  const { waiting, soundOn, keptHere, leads, aside, blocked, asksDropped } = useDesk();
  const trouble = useTrouble((s) => s.trouble);
  const lead = state.intervals[0]?.kind === 'countIn' ? (state.intervals[0]?.durationMs ?? 0) : 0;
  const endAt = view.projectedEndAtMs;
  const slotEnd = state.startedAtMs === null ? null : slotEndMs(plan, state.startedAtMs);
  const early = endAt !== null && slotEnd !== null ? slotEnd - endAt : null;
  const started = state.startedAtMs !== null;
  return (
    <header className="px-4 pt-3 md:px-6">
      <div className="flex flex-wrap items-baseline gap-x-6 text-lead">
        <span className="digits truncate text-title">{plan.title}</span>
        {endAt !== null && (
          <span>
            ends <b className="digits">{timeOfDay(endAt)}</b>
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
        {!leads && <span className="border-2 border-current px-2 font-bold">Following</span>}
        {leads && state.soundAt !== null && (
          <span className="border-2 border-current px-2">Sound on another screen</span>
        )}
        {leads && started && !soundOn && (
          <span className="border-2 border-current px-2 font-bold">Sound is off: tap anywhere</span>
        )}
        <VoiceWord />
        {!keptHere && waiting > 0 && (
          <span className="border-2 border-current px-2 font-bold">Browser storage is full: do not reload</span>
        )}
        {trouble === 'full' && <Told>The server’s disk is full: all is kept here</Told>}
        {asksDropped > 0 && <Told>Phones ask too often: {asksDropped} left out</Told>}
        {aside.length > 0 && (
          <Told>
            The server did not take {aside.length === 1 ? 'one entry' : `${aside.length} entries`} ({aside[0]?.problem}
            ): kept aside here
          </Told>
        )}
        {blocked !== null && <Told>The server will not take this run ({blocked}): it is kept here</Told>}
        <span role="status">
          {started ? (waiting === 0 ? 'Saved' : `${waiting} kept here, not on the server yet`) : 'Not started'}
        </span>
        <span className="digits text-title">{timeOfDay(state.clockMs || sound.now())}</span>
      </div>
      <div className="mt-1 rounded-md bg-paper px-1 text-ink">
        <ClassStrip
          plan={plan}
          timeline={timeline}
          totals={sums}
          compact
          positionMs={Math.max(0, Math.floor((view.positionMs - lead) / 1000) * 1000)}
        />
      </div>
    </header>
  );
}

/** Something the instructor should know of, quietly framed. */
function Told({ children }: { children: ReactNode }) {
  return <span className="border-2 border-current px-2">{children}</span>;
}

/** How the voice stands: on its way, not to be had, or silent on purpose; nothing when all is well. */
function VoiceWord() {
  const { voice, run } = useDesk();
  if (run?.plan.silent) return <span className="border-2 border-current px-2">Silent: flashes and shakes</span>;
  if (voice.kind === 'loading') return <span>Voice {voice.total === 0 ? '' : `${voice.done} of ${voice.total}`}</span>;
  if (voice.kind === 'none') return <span className="border-2 border-current px-2">No voice: tones and text</span>;
  return null;
}
