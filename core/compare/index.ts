export { comparePlans, type Difference } from './compare.ts';
