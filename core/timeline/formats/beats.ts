import type { FormatOf, Station } from '../../plan/index.ts';
import { type Expand, type Piece, piece } from '../types.ts';
import { visitsOfRound } from '../visits.ts';

/** The layers a station is danced in; one of the block's counts when it lists none. */
export function layersOf(station: Station, format: FormatOf<'beats'>): { name: string; counts: number }[] {
  return station.layers ?? [{ name: '', counts: format.counts }];
}

/** Counts at a tempo, one interval a layer; boundaries are rounded once from the exact sum, so they never drift. */
export const expandBeats: Expand<'beats'> = ({ stations, format }) => {
  const pieces: Piece[] = [];
  let counts = 0;
  let fromMs = 0;
  for (let round = 1; round <= format.rounds; round++) {
    for (const visit of visitsOfRound(stations, round - 1, (k) => k)) {
      const station = stations[visit.stationIndex];
      if (!station) continue;
      for (const layer of layersOf(station, format)) {
        counts += layer.counts;
        const toMs = Math.round((counts * 60_000) / format.bpm);
        pieces.push(
          piece('work', toMs - fromMs, {
            stationIndex: visit.stationIndex,
            round,
            side: visit.side,
            layer: layer.name === '' ? null : layer.name,
          }),
        );
        fromMs = toMs;
      }
    }
  }
  return pieces;
};
