import type { Station } from '../../plan/index.ts';
import { expandGrid, ofRound } from '../grid.ts';
import type { Expand } from '../types.ts';

interface Times {
  workMs: number;
  restMs: number;
  workByRoundMs?: readonly number[] | undefined;
  restByRoundMs?: readonly number[] | undefined;
}

/** Work of one visit; strongest first: cell, station, round, block. */
export function workOf(times: Times, station: Station, round: number): number {
  const cell = station.cells?.find((c) => c.round === round);
  return cell?.workMs ?? station.workMs ?? ofRound(times.workByRoundMs, round) ?? times.workMs;
}

/** Rest after one visit; strongest first: cell, station, round, block. */
export function restOf(times: Times, station: Station, round: number): number {
  const cell = station.cells?.find((c) => c.round === round);
  return cell?.restMs ?? station.restMs ?? ofRound(times.restByRoundMs, round) ?? times.restMs;
}

export const expandCircuit: Expand<'circuit'> = ({ stations, format }) =>
  expandGrid({
    ...format,
    stations,
    groupSize: format.groupSize ?? stations.length,
    workMs: (station, round) => workOf(format, station, round),
    restMs: (station, round) => restOf(format, station, round),
  });
