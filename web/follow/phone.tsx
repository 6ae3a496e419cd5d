import { fieldOf, phaseWord } from '../../core/stage/index.ts';
import { fieldStyle } from '../stage/index.ts';
import type { Followed } from './follower.tsx';
import { Remaining } from './remaining.tsx';

/** The field of a phone page: the phase, the time, and one thing below it. */
export function Phone({ state, view, children }: Followed & { children: React.ReactNode }) {
  return (
    <main className="flex min-h-dvh flex-col px-4 py-3" style={fieldStyle(fieldOf(view.interval))}>
      <div className="flex items-baseline gap-3">
        <span className="digits border-2 border-current px-2 text-lead uppercase" data-testid="phase-word">
          {phaseWord(state)}
        </span>
        <span className="flex-1" />
        <Remaining view={view} className="text-huge leading-none" />
      </div>
      {children}
    </main>
  );
}
