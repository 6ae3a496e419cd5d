export { compile, stationAt } from './compile.ts';
export { layersOf } from './formats/beats.ts';
export { restOf, workOf } from './formats/circuit.ts';
export { periodWorkMs } from './formats/emom.ts';
export { repsEstimateMs } from './formats/reps.ts';
export { type EvenChoice, type OddRound, type OddStation, oddRounds, roundsOf, withRounds } from './rounds.ts';
export { cellMs, type Sheet, type SheetCell, type SheetColumn, type SheetPart, sheetOf } from './sheet.ts';
export { type BlockTotals, type PlanTotals, type Totals, totals, workToRest } from './totals.ts';
export { type Interval, type IntervalKind, isBreak, isWork, type PlacedPhase, type Timeline } from './types.ts';
