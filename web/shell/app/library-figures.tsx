import { type ReactNode, useMemo } from 'react';
import type { Position } from '../../../core/class/index.ts';
import { moveAt } from '../../../core/moves/index.ts';
import { FigureSource, useLibrary } from '../../base/index.ts';

/** Gives all screens the figures of the library. */
export function LibraryFigures({ children }: { children: ReactNode }) {
  const library = useLibrary((s) => s.library);
  const figureOf = useMemo(() => {
    const known = new Map<string, string | null>();
    return (move: string, position?: Position) => {
      const key = `${position} ${move}`;
      const found = known.get(key);
      if (found !== undefined) return found;
      const figure = moveAt(library, { move, position })?.figure ?? null;
      known.set(key, figure);
      return figure;
    };
  }, [library]);
  return <FigureSource value={figureOf}>{children}</FigureSource>;
}
