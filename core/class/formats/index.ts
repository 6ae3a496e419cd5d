export * from './folds.ts';
export type { Purpose } from './module.ts';
export { type IntervalKind, type Piece, piece } from './piece.ts';
export type { AnySetting, Role, Said } from './settings.ts';
export * from './table.ts';
export { phasesIn } from './visits.ts';
export { isOneSided } from './windows.ts';
