export { proposeCoolDown, proposeWarmUp } from './propose.ts';
