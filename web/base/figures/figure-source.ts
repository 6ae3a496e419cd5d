import { createContext, useContext } from 'react';

/** Gives the text of the figure of a move by a name it goes by; null where it is not drawn. */
export type FigureOf = (name: string) => string | null;

/** Where the figures of a page come from: the library, the run that is followed, the file it came in. */
export const FigureSource = createContext<FigureOf>(() => null);

export const useFigureOf = (): FigureOf => useContext(FigureSource);
