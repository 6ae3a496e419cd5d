export { LibraryFigures } from './library-figures.tsx';
export { AHEAD } from './pages.ts';
export { Routes } from './routes.tsx';
