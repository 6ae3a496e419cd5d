import { type ReactNode, useEffect, useMemo } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import type { Interval } from '../../../core/time/index.ts';
import {
  advance,
  placeInComplex,
  type RepsRecord,
  type RunEvent,
  type RunState,
  type RunView,
  type ScreenKind,
  viewOf,
} from '../../../core/time/index.ts';
import { namesShown } from '../../../core/voice/index.ts';
import { FigureSource, useFrames, useRunLock } from '../../base/index.ts';
import { deskNow, follow, useFollow } from './follow-store.ts';
import { useStationFigures } from './use-station-figures.ts';

export interface Followed {
  code: string;
  /** The station or squad that this screen is of, as the server has it. */
  part: string | null;
  plan: Plan;
  state: RunState;
  view: RunView;
  /** Where the complex of an interval's block goes on, for a squad or for all (null). */
  reached: (interval: Interval | null, squad: string | null) => RepsRecord | null;
  events: readonly RunEvent[];
}

/** Follows the run of the code in the address and draws it anew about 25 times a second. */
export function Follower({
  code,
  screen,
  part = null,
  showsEnd = false,
  draws = false,
  children,
}: {
  code: string;
  /** Which screen this is, and of which station or squad: it is told what that shows. */
  screen: ScreenKind;
  part?: string | null | undefined;
  /** Shows the end of a run in its own way. */
  showsEnd?: boolean;
  /** Has use for the figures of its moves. */
  draws?: boolean;
  children: (followed: Followed) => ReactNode;
}) {
  useRunLock();
  const { state, folded, events, part: toldPart } = useFollow();
  const now = useFrames(deskNow);
  useEffect(() => follow(code, { kind: screen, part }), [code, screen, part]);
  const names = useMemo(
    () => (folded && draws ? namesShown(folded.plan, folded.intervals).join('|') : ''),
    [folded, draws],
  );
  const figures = useStationFigures(code, { kind: screen, part }, names);
  if (state === 'refused' && !folded)
    return (
      <main className="p-6 text-title">
        This code opens nothing now: the class is not being led, or the code is mistyped.{' '}
        <a href={window.location.pathname} className="underline">
          Try again
        </a>{' '}
        or{' '}
        <a href="/join" className="underline">
          type another code
        </a>
      </main>
    );
  if (!folded) return <main className="p-6 text-title">Opening…</main>;
  const moved = advance(folded, now);
  const over = moved.status === 'finished' || moved.status === 'abandoned';
  if (over && !showsEnd) return <Over title={moved.plan.title} finished={moved.status === 'finished'} />;
  const reached: Followed['reached'] = (interval, squad) =>
    interval && placeInComplex(moved.plan, events, interval.blockIndex, squad);
  return (
    <>
      <title>{`${moved.plan.title} · Odd Round`}</title>
      {state === 'broken' && (
        <p role="status" className="fixed top-0 right-0 z-50 bg-ink px-3 py-1 text-small text-paper">
          Connection lost; going on by itself
        </p>
      )}
      <FigureSource value={figures}>
        {children({ code, part: toldPart, plan: moved.plan, state: moved, view: viewOf(moved), reached, events })}
      </FigureSource>
    </>
  );
}

/** The run is over: nothing here goes on any more. Should its end be taken back, the page comes back by itself. */
function Over({ title, finished }: { title: string; finished: boolean }) {
  return (
    <main data-status="over" className="flex min-h-dvh flex-col justify-center gap-3 px-6">
      <h1 className="digits text-[min(19vw,76px)] leading-none">{finished ? 'Finished' : 'Ended'}</h1>
      <p className="break-words text-title">{title} is over. Nothing more can be entered here.</p>
      <p className="text-lead">
        <a href="/join" className="underline">
          Follow another class
        </a>
      </p>
    </main>
  );
}
