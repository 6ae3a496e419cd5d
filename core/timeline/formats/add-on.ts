import { type Expand, type Piece, piece } from '../types.ts';
import { visitsOfRound, workPiece } from '../visits.ts';

/**
 * Block k does stations k…1 (newest first) or 1…k (oldest first), n blocks; the reverse pass does the same with the
 * stations numbered backwards. A rest stands between blocks, `within` between the stations of one.
 */
export const expandAddOn: Expand<'addOn'> = ({ stations, format }) => {
  const n = stations.length;
  const appearances = new Array<number>(n).fill(0);
  const passes = format.reverse ? [(k: number) => k, (k: number) => n - 1 - k] : [(k: number) => k];
  const pieces: Piece[] = [];
  const blocks = passes.length * n;
  for (let b = 0; b < blocks; b++) {
    const indexOf = passes[Math.floor(b / n)] ?? ((k: number) => k);
    const size = (b % n) + 1;
    const order = Array.from({ length: size }, (_, i) => indexOf(format.order === 'newestFirst' ? size - 1 - i : i));
    order.forEach((stationIndex, i) => {
      const station = stations[stationIndex];
      if (!station) return;
      const visits = visitsOfRound([station], appearances[stationIndex] ?? 0, () => stationIndex);
      appearances[stationIndex] = (appearances[stationIndex] ?? 0) + 1;
      visits.forEach((visit, j) => {
        const place = { stationIndex, round: b + 1 };
        pieces.push(workPiece(station, visit, b + 1, station.workMs ?? format.workMs));
        const lastVisit = j === visits.length - 1;
        const lastOfBlock = lastVisit && i === size - 1;
        if (lastOfBlock && b === blocks - 1) return;
        const gapMs = lastOfBlock ? format.restMs : lastVisit ? format.withinMs : (visit.ownGapMs ?? 0);
        if (gapMs > 0) pieces.push(piece('rest', gapMs, place));
      });
    });
  }
  return pieces;
};
