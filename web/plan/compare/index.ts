export { CompareScreen } from './compare-screen.tsx';
