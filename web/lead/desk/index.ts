export { DeskScreen } from './desk-screen.tsx';
