export { LibraryFigures } from './library-figures.tsx';
export { AHEAD, Routes } from './routes.tsx';
