import { expandGrid } from '../grid.ts';
import type { Expand } from '../types.ts';

/** Stretches in one round: hold, change, hold; the change time also stands between the two sides of a stretch. */
export const expandHolds: Expand<'holds'> = ({ stations, format }) =>
  expandGrid({
    stations: stations.map((s) =>
      s.sides.mode === 'each' ? { ...s, sides: { ...s.sides, restMs: s.restMs ?? format.changeMs } } : s,
    ),
    rounds: 1,
    groupSize: stations.length,
    roundBreakMs: 0,
    groupBreakMs: 0,
    breakMode: 'replaces',
    lastRest: 'drop',
    workMs: (station) => station.workMs ?? format.holdMs,
    restMs: (station) => station.restMs ?? format.changeMs,
  });
