export { ReadyScreen } from './ready-screen.tsx';
export { ScreensToJoin } from './screens-to-join.tsx';
export { Volumes } from './volumes.tsx';
