export type { ShorthandProblem } from './clauses.ts';
export { readShorthand, type ShorthandResult } from './read.ts';
export { writeShorthand } from './write.ts';
