export { cautionOf, cautionsBefore, DEFERS } from './care.ts';
