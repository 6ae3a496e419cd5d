import { type ReactNode, useEffect } from 'react';
import type { Plan } from '../../core/plan/index.ts';
import { advance, type RunState, type RunView, viewOf } from '../../core/run/index.ts';
import { useRunLock } from '../device/index.ts';
import { useFrames } from '../ui/index.ts';
import { deskNow, follow, useFollow } from './follow-store.ts';

export interface Followed {
  code: string;
  plan: Plan;
  state: RunState;
  view: RunView;
}

/** Follows the run of the code in the address and draws it anew about 25 times a second. */
export function Follower({ code, children }: { code: string; children: (followed: Followed) => ReactNode }) {
  useRunLock();
  const { state, folded } = useFollow();
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
  return (
    <>
      {state === 'broken' && (
        <p role="status" className="fixed top-0 right-0 z-50 bg-ink px-3 py-1 text-small text-paper">
          Connection lost; going on by itself
        </p>
      )}
      {children({ code, plan: moved.plan, state: moved, view: viewOf(moved) })}
    </>
  );
}
