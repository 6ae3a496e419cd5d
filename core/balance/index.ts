export {
  type Balance,
  balanceOf,
  energyRange,
  isMain,
  type Stint,
  type Strain,
  stintsOf,
  strainOf,
  sumBalances,
  workedParts,
} from './work.ts';
