export { KitScreen } from './kit-screen.tsx';
export { MovesScreen } from './moves-screen.tsx';
