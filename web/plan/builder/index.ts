export { BuilderScreen } from './builder-screen.tsx';
export { CompareScreen } from './compare-screen.tsx';
