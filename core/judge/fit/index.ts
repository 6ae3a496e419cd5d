export { type Cost, costOfOneMore } from './costs.ts';
export {
  type Fit,
  type FitKnob,
  type FitRequest,
  type FitResult,
  fitSlot,
  knobName,
  knobsOf,
  type Range,
  valuesOf,
} from './fit.ts';
export { planOfShape } from './shape.ts';
