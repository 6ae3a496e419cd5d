import { fieldOf, phaseWord } from '../../../core/voice/index.ts';
import { useWindow } from '../../base/index.ts';
import { Announce, countdown, digitsWidth, fieldStyle } from '../stage/index.ts';
import type { Followed } from './follower.tsx';

/** The field of a phone page: the phase, the time, and one thing below it; beside it where the page is lower than wide. */
export function Phone({ state, view, children }: Followed & { children: React.ReactNode }) {
  const { width, height } = useWindow();
  const words = view.waiting ? '\u2013' : countdown(view.remainingMs);
  const timePx = Math.round(Math.min(height * 0.2, (width * 0.5) / digitsWidth(words), 260));
  return (
    <main
      className="flex min-h-dvh flex-col px-4 py-2"
      style={{
        ...fieldStyle(fieldOf(view.interval)),
        fontSize: Math.max(15, Math.min(width * 0.03, height * 0.028, 32)),
      }}
    >
      <Announce words={phaseWord(state)} />
      <div className="flex shrink-0 flex-wrap items-center gap-x-3">
        <span
          className="digits border-2 border-current px-[0.4em] text-[1.15em] uppercase leading-snug"
          data-testid="phase-word"
        >
          {phaseWord(state)}
        </span>
        <span className="flex-1" />
        <time
          className="digits whitespace-nowrap leading-[0.9]"
          style={{ fontSize: timePx }}
          data-testid="remaining"
          data-ms={Math.round(view.remainingMs)}
        >
          {words}
        </time>
      </div>
      {children}
    </main>
  );
}
