export {
  PulseBoard,
  type Standing,
  settling,
  strapName,
  type Told,
  type Wearer,
  zoneCounts,
} from './board.ts';
export { readMeasurement } from './measurement.ts';
export { pulseLoad, pulseOf } from './record.ts';
export { SimulatedStraps, type StrapOptions, USUAL_STRAPS } from './straps.ts';
export {
  MAX_FORMULA_NAMES,
  MAX_FORMULAS,
  type MaxFormula,
  USUAL_AGE,
} from './zones.ts';
