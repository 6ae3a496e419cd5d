export { boardSheet } from './board-sheet.ts';
export { seriesSheet, weekSheet } from './calendar-sheets.ts';
export { kitList } from './kit-list.ts';
export { recordSheet } from './record-sheet.ts';
export { runSheet } from './run-sheet.ts';
export { stationCards } from './station-cards.ts';
export { blockSaid, factsOf, otherWays, sidesSaid, timesOf, timesSaid } from './station-facts.ts';
export { trackingSheet } from './tracking-sheet.ts';
export type { Paper, Part, StationCard } from './types.ts';
