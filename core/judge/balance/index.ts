export { workedAreas } from './areas.ts';
export {
  effortOf,
  HALF_LIFE_S,
  HARD_FROM,
  hardBefore,
  hardnessOf,
  type Intensity,
  intensityAt,
  intensityOf,
  isBreathless,
  isHard,
  openingEffort,
} from './intensity.ts';
export {
  type Balance,
  balanceOf,
  balanceOfWork,
  energyRange,
  isMain,
  mainStints,
  type Stint,
  type Strain,
  stintsOf,
  strainOf,
  sumBalances,
  type WorkSum,
  workSums,
} from './work.ts';
