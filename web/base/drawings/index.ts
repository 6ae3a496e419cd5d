import { lazy } from 'react';

export { AREA_TEXTURES, AreaMark } from './area-mark.tsx';
export { BodyFigure } from './body-figure.tsx';
export { ClassStrip } from './class-strip.tsx';
export { colour } from './colour.ts';
export { MiniSheet } from './mini-sheet.tsx';

/** A chart; its library is fetched when the first one is shown. */
export const Chart = lazy(() => import('./chart.tsx'));
export { Charted, Tabled } from './charted.tsx';
export { plainAxes, styleOf } from './charts.ts';
