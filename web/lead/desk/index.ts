export { DeskScreen } from './desk-screen.tsx';
export { loadLater } from './later.tsx';
