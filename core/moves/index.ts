export { ANY_MOVE, duplicateMoves, findMoves, indexMoves, type MoveIndex, type MoveQuery } from './find.ts';
export {
  detailsOf,
  insteadOf,
  keyOf,
  type Library,
  libraryOf,
  moveOf,
  movesUsed,
  putMove,
  type Renamed,
  resolvePlan,
  resolveStation,
  withMove,
} from './library.ts';
export { guessColumns, MOVE_COLUMNS, moveRow, type RowProblem, readMoveRows } from './rows.ts';
export * from './schema.ts';
export { type Alternative, alternativesTo, lowImpactTwin, overlapOf, swapStation, twinOf } from './swap.ts';
export * from './words.ts';
