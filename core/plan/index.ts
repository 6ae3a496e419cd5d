export { type CellRef, setTimes, type TimesPatch, timesScope } from './cell-edits.ts';
export { changeFormat } from './change-format.ts';
export * from './defaults.ts';
export * from './edits.ts';
export { type CellTimes, fill, setEach } from './fill.ts';
export { type Problem, parsePlan, parseWith, type Result } from './parse.ts';
export * from './schema.ts';
export * from './time.ts';
