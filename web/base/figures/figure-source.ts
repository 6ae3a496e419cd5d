import { createContext, useContext } from 'react';
import type { Position } from '../../../core/class/index.ts';

/** Gives the text of the figure of a move by a name it goes by, done where it is said; null where it is not drawn. */
export type FigureOf = (name: string, position?: Position) => string | null;

/** The source of a page's figures: the library, the followed run, or the page's own file. */
export const FigureSource = createContext<FigureOf>(() => null);

export const useFigureOf = (): FigureOf => useContext(FigureSource);
