export { centreOfMass, outsideOf, supportOf } from './balance.ts';
export { JOINTS, type Side, STATURE } from './body.ts';
export { drawMoment, LAYERS, type Layer, type Picture } from './draw.ts';
export { faultWords } from './fault-words.ts';
export type { FigureText, View } from './figure.ts';
export { type Film, filmOf, filmOfText } from './film.ts';
export { dragged, HANDLES, type Handle, handleAt, spreadOut } from './handles.ts';
export { type Figure, figureOf, type Moment, momentOf, type Tempo } from './motion.ts';
export { pacedMs } from './pace.ts';
export { spokenAt } from './point.ts';
export {
  buildFigure,
  type Drawn,
  drawnIn,
  type Fault,
  type FigureRead,
  POSES,
  readFigure,
  splitFigure,
  type Written,
  writeFigure,
} from './read.ts';
export { type FigureFault, faultsOf, type Rule } from './rules.ts';
export { FINE, seenFrom, UNITS } from './see.ts';
export { type Still, stillOf } from './still.ts';
