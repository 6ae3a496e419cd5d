export { KeepScreen } from './keep-screen.tsx';
