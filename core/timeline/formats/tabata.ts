import { expandGrid } from '../grid.ts';
import type { Expand } from '../types.ts';
import { restOf, workOf } from './circuit.ts';

/** A circuit, 8 × 20/10 by default, in groups of one (station by station) or of all (go round). */
export const expandTabata: Expand<'tabata'> = ({ stations, format }) => {
  const byStation = format.order === 'stationByStation';
  return expandGrid({
    ...format,
    stations,
    groupSize: byStation ? 1 : stations.length,
    roundBreakMs: byStation ? 0 : format.breakMs,
    groupBreakMs: byStation ? format.breakMs : 0,
    workMs: (station, round) => workOf(format, station, round),
    restMs: (station, round) => restOf(format, station, round),
  });
};
