export {
  PulseBoard,
  SETTLED_PART,
  SILENT_AFTER_MS,
  STUCK_AFTER_MS,
  type Standing,
  settling,
  type Told,
  type Wearer,
  zoneCounts,
} from './board.ts';
export { readMeasurement } from './measurement.ts';
export { type PulseRecord, pulseLoad, pulseOf } from './record.ts';
export { SimulatedStraps, type StrapOptions, USUAL_STRAPS } from './straps.ts';
export {
  edwardsLoad,
  MAX_FORMULA_NAMES,
  MAX_FORMULAS,
  type MaxFormula,
  maxOf,
  USUAL_AGE,
  ZONE_SHARES,
  ZONES,
  zoneOf,
} from './zones.ts';
