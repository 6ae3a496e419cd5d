import type { RunState, RunView } from '../../../core/time/index.ts';
import type { Shown } from '../../../core/voice/index.ts';
import { beatOf, FramesFigure, timeOf, useFigureFrames } from '../../base/index.ts';

interface Props {
  /** The set that is shown large: done now, or next. */
  shown: Shown | null;
  state: RunState;
  view: RunView;
  /** When it gives way; see `useWhole`. */
  yields: number;
  className?: string;
}

/** How the set that is shown is done, where its move is drawn: at its side, at its tempo or its block's beat. */
export function SceneFigure({ shown, state, view, yields, className = '' }: Props) {
  const station = shown?.station ?? null;
  const frames = useFigureFrames(station?.move ?? '', station?.tempo, station?.position);
  if (!station || !frames) return null;
  return (
    <div data-yield={yields} className={`min-h-0 min-w-0 ${className}`}>
      <FramesFigure
        frames={frames}
        side={shown?.side ?? null}
        time={timeOf(state, view)}
        beatMs={station.tempo ? null : beatOf(state)}
        className="size-full"
      />
    </div>
  );
}
