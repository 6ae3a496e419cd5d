export { cautionOf, cautionsBefore, DEFERS } from './care.ts';
export { HEAT_SOURCE, type HeatBand, heatBand, wetBulbGlobe } from './heat.ts';
