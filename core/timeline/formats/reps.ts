import type { Station } from '../../plan/index.ts';
import { type Expand, type Piece, piece } from '../types.ts';
import { visitsOfRound, workPiece } from '../visits.ts';

/** Seconds one rep takes: the sum of the station's tempo, or the block's estimate. */
export function secondsPerRep(station: Station, blockSeconds: number): number {
  const t = station.tempo;
  const tempoMs = t ? t.downMs + t.holdMs + t.upMs + t.topMs : 0;
  return tempoMs > 0 ? tempoMs / 1000 : blockSeconds;
}

/** How long a set of reps is estimated to take, integer ms ≥ 1; reps per side are done twice over. */
export function repsEstimateMs(station: Station, count: number, blockSeconds: number): number {
  const sides = station.reps?.per === 'side' ? 2 : 1;
  return Math.max(1, Math.round(count * sides * secondsPerRep(station, blockSeconds) * 1000));
}

/** Open intervals the instructor ends; every total with one is "about". A station done `each` side has its reps per visit. */
export const expandReps: Expand<'reps'> = ({ stations, format }) => {
  const pieces: Piece[] = [];
  for (let round = 1; round <= format.rounds; round++) {
    const visits = visitsOfRound(stations, round - 1, (k) => k);
    visits.forEach((visit, i) => {
      const station = stations[visit.stationIndex];
      if (!station) return;
      const count = station.reps?.count ?? format.reps;
      const bothSidesApart = station.sides.mode === 'each' || station.sides.mode === 'chain';
      const estimated = repsEstimateMs(station, count, format.secondsPerRep);
      const perVisit = bothSidesApart && station.reps?.per === 'side' ? Math.ceil(estimated / 2) : estimated;
      const place = { stationIndex: visit.stationIndex, round };
      pieces.push({
        ...workPiece(station, visit, round, station.workMs ?? perVisit),
        kind: 'open',
        about: true,
        untilTap: true,
      });
      const lastOfRound = i === visits.length - 1;
      if (lastOfRound && round === format.rounds) return;
      const restMs = visit.ownGapMs ?? station.restMs ?? format.restMs;
      const takesBreak = lastOfRound && format.roundBreakMs > 0;
      const gapMs = takesBreak ? format.roundBreakMs : restMs;
      if (gapMs > 0) pieces.push(piece(takesBreak ? 'roundBreak' : 'rest', gapMs, place));
    });
  }
  return pieces;
};
