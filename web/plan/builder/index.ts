export { BuilderScreen } from './builder-screen.tsx';
