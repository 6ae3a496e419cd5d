export { repsEstimateMs, restOf, roundsOf, withRounds, workOf } from '../formats/index.ts';
export { type ClassShape, compile, stationAt } from './compile.ts';
export { APART_WORDS, apartFrom, atOneClock, stationsOf } from './one-clock.ts';
export { type Outline, OutlineSchema, outlineOf, type Shape } from './outline.ts';
export { MAX_INTERVALS, planProblems, structureProblems } from './problems.ts';
export { type EvenChoice, type OddRound, type OddStation, oddRounds } from './rounds.ts';
export { cellMs, passMs, type Sheet, type SheetCell, type SheetColumn, type SheetPart, sheetOf } from './sheet.ts';
export { type BlockTotals, type PlanTotals, type Totals, totals, workToRest } from './totals.ts';
export { type Interval, type IntervalKind, isBreak, isWait, isWork, type PlacedPhase, type Timeline } from './types.ts';
