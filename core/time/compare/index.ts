export { comparePlans } from './compare.ts';
