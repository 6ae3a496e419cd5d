export { AsRan } from './as-ran.tsx';
export { ClosingFields } from './closing-fields.tsx';
export { deviationWords } from './deviations.ts';
export { FeltBy } from './felt-by.tsx';
export { LogScreen } from './log-screen.tsx';
export { RecordGrid } from './record-grid.tsx';
export { ENDED_IDLE } from './run-close.tsx';
export { RunScreen } from './run-screen.tsx';
export { useWaiting, WaitingEntries } from './waiting-entries.tsx';
