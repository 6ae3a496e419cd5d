export { ClosingFields } from './closing-fields.tsx';
export { deviationWords } from './deviations.ts';
export { LogScreen } from './log-screen.tsx';
export { RunScreen } from './run-screen.tsx';
