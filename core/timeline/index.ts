export { roundsOf, withRounds } from '../formats/index.ts';
export { compile, stationAt } from './compile.ts';
export { APART_WORDS, apartFrom, atOneClock, stationsOf } from './one-clock.ts';
export { type Outline, OutlineSchema, outlineOf, type Shape } from './outline.ts';
export { planProblems, structureProblems } from './problems.ts';
export { type EvenChoice, type OddRound, oddRounds } from './rounds.ts';
export { cellMs, passMs, type Sheet, type SheetCell, type SheetPart, sheetOf } from './sheet.ts';
export { type PlanTotals, totals, workToRest } from './totals.ts';
export { type Interval, type IntervalKind, isBreak, isWork, type Timeline } from './types.ts';
