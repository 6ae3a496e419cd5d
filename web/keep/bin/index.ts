export { BinScreen } from './bin-screen.tsx';
