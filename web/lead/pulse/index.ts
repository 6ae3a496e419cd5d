export { PulseLine } from './pulse-line.tsx';
export { PulseSheet } from './pulse-sheet.tsx';
export { pulse } from './this-pulse.ts';
