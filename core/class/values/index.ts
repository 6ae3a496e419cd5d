export { clock, count, documentId, MAX_MS, ms, same } from './measures.ts';
export * from './text.ts';
export * from './time.ts';
export {
  kgIn,
  kgOfPounds,
  readWeight,
  WEIGHT_UNIT_WORDS,
  WEIGHT_UNITS,
  type Weights,
  type WeightUnit,
  weightSaid,
  weightsWords,
  weightWords,
} from './weight.ts';
