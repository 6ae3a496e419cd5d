export {
  costOfOneMore,
  type Fit,
  type FitKnob,
  type FitRequest,
  type FitResult,
  fitSlot,
  knobsOf,
  type Range,
} from './fit.ts';
export { planOfShape, type Shape } from './shape.ts';
