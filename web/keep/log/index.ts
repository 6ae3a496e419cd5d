export { LogScreen } from './log-screen.tsx';
export { RunScreen } from './run-screen.tsx';
