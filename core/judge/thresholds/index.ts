/** What checks and proposals measure by: thresholds, and the rest that a change from move to move needs. */
export { type NeededRest, neededRest } from './needed-rest.ts';
export {
  THRESHOLDS,
  type ThresholdName,
  type Thresholds,
  ThresholdsSchema,
  USUAL_THRESHOLDS,
} from './thresholds.ts';
