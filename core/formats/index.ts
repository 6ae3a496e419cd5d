export { restOf, workOf } from './circuit.ts';
export * from './folds.ts';
export type { FormatModule, Given, Opening, Purpose, Traits } from './module.ts';
export { type IntervalKind, type Piece, type PlacedPhase, piece } from './piece.ts';
export { repsEstimateMs } from './rep-time.ts';
export type { AnySetting, Role, Said, WriteMs } from './settings.ts';
export * from './table.ts';
