import { type Expand, type Piece, piece } from '../types.ts';

/** On and off windows; the stations are the complex done over and over, so no window belongs to one of them. */
export const expandWindows: Expand<'windows'> = ({ format }) => {
  const pieces: Piece[] = [];
  for (let round = 1; round <= format.count; round++) {
    pieces.push(piece('work', format.onMs, { round }));
    const keeps = round < format.count || format.lastOff === 'keep';
    if (keeps && format.offMs > 0) pieces.push(piece('rest', format.offMs, { round }));
  }
  return pieces;
};
