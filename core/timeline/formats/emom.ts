import type { FormatOf, Station } from '../../plan/index.ts';
import { type Expand, type Piece, piece } from '../types.ts';
import { visitsOfRound, workPiece } from '../visits.ts';
import { repsEstimateMs } from './reps.ts';

/**
 * Work in one period, before it is held to the period's length: the cell's or station's seconds, else the time its
 * reps are estimated to take, else the block's seconds.
 */
export function periodWorkMs(format: FormatOf<'emom'>, station: Station, round: number): number {
  const cell = station.cells?.find((c) => c.round === round);
  const fromReps = station.reps ? repsEstimateMs(station, station.reps.count, format.secondsPerRep) : undefined;
  return cell?.workMs ?? station.workMs ?? fromReps ?? format.workMs;
}

/** Each period: work, then rest for what is left of it; always whole periods. */
export const expandEmom: Expand<'emom'> = ({ stations, format }) => {
  const pieces: Piece[] = [];
  for (let round = 1; round <= format.rounds; round++) {
    for (const visit of visitsOfRound(stations, round - 1, (k) => k)) {
      const station = stations[visit.stationIndex];
      if (!station) continue;
      const workMs = Math.min(format.periodMs, periodWorkMs(format, station, round));
      pieces.push(workPiece(station, visit, round, workMs));
      const restMs = format.periodMs - workMs;
      if (restMs > 0) pieces.push(piece('rest', restMs, { stationIndex: visit.stationIndex, round }));
    }
  }
  return pieces;
};
