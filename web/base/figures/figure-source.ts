import { createContext, useContext } from 'react';

/** Gives the text of the figure of a move by a name it goes by; null where it is not drawn. */
export type FigureOf = (name: string) => string | null;

/** The source of a page's figures: the library, the followed run, or the page's own file. */
export const FigureSource = createContext<FigureOf>(() => null);

export const useFigureOf = (): FigureOf => useContext(FigureSource);
