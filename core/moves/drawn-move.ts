import { readFigure } from '@odd-round/figure';
import * as v from 'valibot';
import { FIGURE_LENGTH, MoveSchema } from './schema.ts';

/** Texts that are known to be figures: a library of moves is read over and over. */
const known = new Set<string>();
const MOST_KNOWN = 2000;

function isFigure(text: string): boolean {
  // Too long is told of by its length alone.
  if (known.has(text) || text.length > FIGURE_LENGTH) return true;
  const { ok } = readFigure(text);
  if (ok && known.size < MOST_KNOWN) known.add(text);
  return ok;
}

const problemOf = (text: string): string => {
  const read = readFigure(text);
  return read.ok ? '' : read.problem;
};

/**
 * A move whose figure can be drawn. Moves that come in from outside are read by it; those that are stored are not refused for a figure
 * that another version of the program wrote: they go without a picture.
 */
export const DrawnMoveSchema = v.pipe(
  MoveSchema,
  v.forward(
    v.check(
      ({ figure }) => figure === undefined || isFigure(figure),
      ({ input }) => problemOf(input.figure ?? ''),
    ),
    ['figure'],
  ),
);
