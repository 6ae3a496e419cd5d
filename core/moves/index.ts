export { ANY_MOVE, duplicateMoves, findMoves, indexMoves, type MoveQuery } from './find.ts';
export {
  detailsOf,
  insteadOf,
  keyOf,
  type Library,
  libraryOf,
  moveOf,
  movesUsed,
  putMove,
  resolvePlan,
  resolveStation,
  sameMove,
  withMove,
} from './library.ts';
export type { Reading, ReadingKind } from './reading.ts';
export { keyOfName } from './reading.ts';
export { guessColumns, MOVE_COLUMNS, moveRow, readMoveRows } from './rows.ts';
export * from './schema.ts';
export { alternativesTo, lowImpactTwin, overlapOf, swapStation, twinOf } from './swap.ts';
export * from './words.ts';
