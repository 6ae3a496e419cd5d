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
  type Bout,
  balanceOf,
  balanceOfWork,
  boutsOf,
  energyRange,
  isMain,
  mainBouts,
  type Strain,
  strainOf,
  sumBalances,
  type WorkSum,
  workSums,
} from './work.ts';
