import type { RunView } from '../../core/run/index.ts';
import { type Interval, isWork } from '../../core/timeline/index.ts';
import { fieldStyle, KIND_WORDS, phaseOf } from '../stage/index.ts';
import type { Followed } from './follower.tsx';
import { Remaining } from './remaining.tsx';

/** The field of a phone page: the phase, the time, and one thing below it. */
export function Phone({ state, view, children }: Followed & { children: React.ReactNode }) {
  const phase = phaseOf(view.interval);
  return (
    <main className="flex min-h-dvh flex-col px-4 py-3" style={fieldStyle(phase)}>
      <div className="flex items-baseline gap-3">
        <span className="digits border-2 border-current px-2 text-lead uppercase">
          {state.status === 'paused' ? 'Paused' : view.interval ? KIND_WORDS[view.interval.kind] : 'Over'}
        </span>
        <span className="flex-1" />
        <Remaining view={view} className="text-huge leading-none" />
      </div>
      {children}
    </main>
  );
}

/** The interval that counts for "here": the work under way, else the next. */
export const relevant = (view: RunView): Interval | null =>
  view.interval && isWork(view.interval) ? view.interval : (view.nextWork ?? view.interval);
