export { type FigureOf, FigureSource } from './figure-source.ts';
export { beatOf, timeOf } from './figure-time.ts';
export { FramesFigure, MoveFigure, useFigureFrames } from './move-figure.tsx';
export { type FigureTime, MovingFigure } from './moving-figure.tsx';
