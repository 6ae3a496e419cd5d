import { type ReactNode, useMemo } from 'react';
import { useLibrary } from '../data/index.ts';
import { FigureSource } from '../figures/index.ts';

/** Gives all screens the figures of the library. */
export function LibraryFigures({ children }: { children: ReactNode }) {
  const library = useLibrary((s) => s.library);
  const figureOf = useMemo(() => {
    const known = new Map<string, string | null>();
    return (name: string) => {
      const found = known.get(name) ?? library.get(name)?.figure ?? null;
      known.set(name, found);
      return found;
    };
  }, [library]);
  return <FigureSource value={figureOf}>{children}</FigureSource>;
}
