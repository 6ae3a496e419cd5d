export { cautionOf, cautionsBefore, DEFERS } from './care.ts';
export { HEAT_SOURCE, heatBand } from './heat.ts';
export { toSay } from './to-say.ts';
