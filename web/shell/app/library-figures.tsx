import { type ReactNode, useMemo } from 'react';
import { FigureSource, useLibrary } from '../../base/index.ts';

/** Gives all screens the figures of the library. */
export function LibraryFigures({ children }: { children: ReactNode }) {
  const library = useLibrary((s) => s.library);
  const figureOf = useMemo(() => {
    const known = new Map<string, string | null>();
    return (name: string) => {
      const found = known.get(name);
      if (found !== undefined) return found;
      const figure = library.get(name)?.figure ?? null;
      known.set(name, figure);
      return figure;
    };
  }, [library]);
  return <FigureSource value={figureOf}>{children}</FigureSource>;
}
