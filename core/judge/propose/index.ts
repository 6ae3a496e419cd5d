/** Warm-ups and cool-downs made from what a class works, for whom it is and with what is at hand. */
export { proposeCoolDown } from './cool-down.ts';
export type { EndRequest } from './ends.ts';
export { proposeWarmUp } from './warm-up.ts';
