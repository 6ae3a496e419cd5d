export { type Caution, cautionOf, cautionsBefore, DEFERS } from './care.ts';
