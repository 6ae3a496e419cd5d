import { cachedFrames, type Frames, type Tempo } from '@odd-round/figure';
import { useMemo } from 'react';
import type { Position, Side } from '../../../core/class/index.ts';
import { useFigureOf } from './figure-source.ts';
import { type FigureTime, MovingFigure } from './moving-figure.tsx';
import { StillFigure } from './still-figure.tsx';
import { useStillness } from './use-stillness.ts';

interface Props {
  /** A name the move goes by. */
  name: string;
  /** Where it is done, where the class says so. */
  position?: Position | undefined;
  /** Its tempo, where the class says one. */
  tempo?: Tempo | undefined;
  side?: Side | null;
  /** Null where nothing moves. */
  time: FigureTime | null;
  beatMs?: number | null;
  cues?: readonly string[];
  small?: boolean;
  label?: string;
  className?: string;
}

/** The frames of a move; null where it is not drawn. */
export function useFigureFrames(name: string, tempo?: Tempo, position?: Position) {
  const figureOf = useFigureOf();
  const text = figureOf(name, position);
  const key = tempo ? `${tempo.downMs}-${tempo.holdMs}-${tempo.upMs}-${tempo.topMs}` : '';
  // biome-ignore lint/correctness/useExhaustiveDependencies: the tempo is compared by what it says
  return useMemo(() => (text === null ? null : cachedFrames(text, tempo ?? null)), [text, key]);
}

/** The drawing of a move; nothing where there is none. */
export function MoveFigure({ name, position, tempo, ...rest }: Props) {
  const frames = useFigureFrames(name, tempo, position);
  return frames && <FramesFigure frames={frames} {...rest} />;
}

/** The frames of a move on a page: moving with the time of its screen, still where nobody wants motion. */
export function FramesFigure({
  frames,
  time,
  small,
  cues,
  beatMs,
  ...rest
}: Omit<Props, 'name' | 'position' | 'tempo'> & { frames: Frames }) {
  const isStill = useStillness();
  if (time === null || isStill) return <StillFigure frames={frames} small={small} {...rest} />;
  return <MovingFigure frames={frames} time={time} beatMs={beatMs} cues={cues} {...rest} />;
}
