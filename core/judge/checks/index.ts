export { isAccepted, withAccepted } from './accepted.ts';
export { CHECKS, checkPlan } from './check-plan.ts';
export type { Finding, Fix } from './types.ts';
