export { AsRan } from './as-ran.tsx';
export { ClosingFields } from './closing-fields.tsx';
export { countDeviations, deviationWords, intervalWords } from './deviations.ts';
export { FeltBy } from './felt-by.tsx';
export { RecordGrid } from './record-grid.tsx';
export { ENDED_IDLE, RunClose, RunControls, writeAll } from './run-close.tsx';
export { useWaiting, WaitingEntries } from './waiting-entries.tsx';
