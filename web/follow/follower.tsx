import { type ReactNode, useEffect } from 'react';
import type { Plan } from '../../core/plan/index.ts';
import {
  advance,
  placeInComplex,
  type RepsRecord,
  type RunEvent,
  type RunState,
  type RunView,
  viewOf,
} from '../../core/run/index.ts';
import type { Interval } from '../../core/timeline/index.ts';
import { useRunLock } from '../device/index.ts';
import { useFrames } from '../ui/index.ts';
import { deskNow, follow, useFollow } from './follow-store.ts';

export interface Followed {
  code: string;
  plan: Plan;
  state: RunState;
  view: RunView;
  /** Where the complex of an interval's block goes on, for a squad or for all (null). */
  reached: (interval: Interval | null, squad: string | null) => RepsRecord | null;
  events: readonly RunEvent[];
}

/** Follows the run of the code in the address and draws it anew about 25 times a second. */
export function Follower({ code, children }: { code: string; children: (followed: Followed) => ReactNode }) {
  useRunLock();
  const { state, folded, events } = useFollow();
  const now = useFrames(deskNow);
  useEffect(() => follow(code), [code]);
  if (state === 'refused' && !folded)
    return (
      <main className="p-6 text-title">
        This code opens nothing: the run is over, or it is mistyped.{' '}
        <a href="/join" className="underline">
          Type another code
        </a>
      </main>
    );
  if (!folded) return <main className="p-6 text-title">Opening…</main>;
  const moved = advance(folded, now);
  const reached: Followed['reached'] = (interval, squad) =>
    interval && placeInComplex(moved.plan, events, interval.blockIndex, squad);
  return (
    <>
      {state === 'broken' && (
        <p role="status" className="fixed top-0 right-0 z-50 bg-ink px-3 py-1 text-small text-paper">
          Connection lost; going on by itself
        </p>
      )}
      {children({ code, plan: moved.plan, state: moved, view: viewOf(moved), reached, events })}
    </>
  );
}
