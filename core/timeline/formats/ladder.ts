import { expandGrid } from '../grid.ts';
import type { Expand } from '../types.ts';
import { workOf } from './circuit.ts';

/** Rungs of rising effort with no rest between them, a rest after each round. */
export const expandLadder: Expand<'ladder'> = ({ stations, format }) => {
  const last = stations.length - 1;
  return expandGrid({
    stations,
    rounds: format.rounds,
    groupSize: stations.length,
    roundBreakMs: 0,
    groupBreakMs: 0,
    breakMode: 'replaces',
    lastRest: format.lastRest,
    workMs: (station, round) => workOf(format, station, round),
    restMs: (station) => (station === stations[last] ? format.restMs : 0),
  });
};
