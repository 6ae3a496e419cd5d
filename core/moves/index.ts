export { basisOf, basisWords, isSure, movesNamed, someOf } from './basis.ts';
export { DrawnMoveSchema } from './drawn-move.ts';
export {
  ANY_MOVE,
  duplicateMoves,
  findMoves,
  fitIn,
  indexMoves,
  type MoveQuery,
  type Suggestion,
  suggestMoves,
  type Uses,
  usesOf,
} from './find.ts';
export { atHand, freeOf, insteadFor } from './instead.ts';
export { HELD, NUMBER_IN_NAME } from './lexicon.ts';
export {
  figuresOf,
  insteadOf,
  keyOf,
  type Library,
  libraryOf,
  moveKey,
  moveOf,
  movesUsed,
  putMove,
  resolveBlock,
  resolvePlan,
  resolveStation,
  resolveSwap,
  usualSides,
  withMove,
  withUsualSides,
} from './library.ts';
export { candidatesFor, settledAll, settledAs, toSettle, type Unsettled } from './meant.ts';
export { isFor, isOnFloor, moveAt, namesIn, type Placed, readAt, readIn, strays } from './placed.ts';
export type { Reading } from './reading.ts';
export { guessColumns, MOVE_COLUMNS, moveRow, readMoveRows } from './rows.ts';
export * from './schema.ts';
export { alternativesTo, EASIER_WAY_FROM, lowImpactTwin, oneEasier, overlapOf, swapStation, twinOf } from './swap.ts';
export {
  type Answers,
  allAnswered,
  answersOf,
  bareName,
  moveFrom,
  QUESTIONS,
  type Question,
  withAlias,
} from './tell.ts';
export * from './words.ts';
