import type { RunView } from '../../../core/time/index.ts';
import type { Cue } from '../../../core/voice/index.ts';

/** The remaining time as a level, notched where cues come. */
export function LevelBar({ view, cues }: { view: RunView; cues: readonly Cue[] }) {
  const { interval } = view;
  if (!interval) return null;
  const share = (ms: number) => Math.min(1, Math.max(0, ms / interval.durationMs));
  const notches = cues.filter((c) => c.intervalIndex === interval.index && c.atMs > interval.startMs);
  return (
    <div className="relative mt-2 mb-3 h-6 shrink-0 border-2 border-current" aria-hidden="true">
      <div
        className="absolute inset-0 origin-left bg-current will-change-transform"
        style={{ transform: `scaleX(${share(view.remainingMs)})` }}
      />
      {notches.map((c) => (
        <div
          key={`${c.kind}${c.atMs}`}
          className={`absolute w-[3px] bg-live ${c.tone === null ? '-top-2 bottom-0' : 'top-2 bottom-0'}`}
          style={{ left: `${100 * share(interval.durationMs - (c.atMs - interval.startMs))}%` }}
        />
      ))}
    </div>
  );
}
