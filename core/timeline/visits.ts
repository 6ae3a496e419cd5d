import type { Side, Station } from '../plan/index.ts';
import { type Piece, piece, placePhases } from './types.ts';

/** One work interval at a station; `closes` marks the last one of the visit, after which the station's gap follows. */
export interface Visit {
  stationIndex: number;
  side: Side | null;
  /** Rest before the next side or run of sides, in ms; used in place of the station's gap. */
  ownGapMs: number | null;
}

const other = (side: Side): Side => (side === 'left' ? 'right' : 'left');

/**
 * The visits of one round over some neighbouring stations, sides included.
 * @param appearance how often the stations have come round before, from 0: `byRound` takes its side from it
 * @param indexOf index in the block of the k-th of these stations
 */
export function visitsOfRound(
  stations: readonly Station[],
  appearance: number,
  indexOf: (k: number) => number,
): Visit[] {
  const visits: Visit[] = [];
  let k = 0;
  while (k < stations.length) {
    const station = stations[k];
    if (!station) break;
    if (station.sides.mode === 'chain') {
      const run = chainLength(stations, k);
      const { first, breakMs } = station.sides;
      for (const side of [first, other(first)]) {
        for (let j = 0; j < run; j++) {
          const turns = side === first && j === run - 1;
          visits.push({ stationIndex: indexOf(k + j), side, ownGapMs: turns ? breakMs : null });
        }
      }
      k += run;
    } else {
      visits.push(...visitsAt(station, appearance, indexOf(k)));
      k += 1;
    }
  }
  return visits;
}

function visitsAt(station: Station, appearance: number, stationIndex: number): Visit[] {
  const { sides } = station;
  switch (sides.mode) {
    case 'each':
      return [
        { stationIndex, side: sides.first, ownGapMs: sides.restMs },
        { stationIndex, side: other(sides.first), ownGapMs: null },
      ];
    case 'byRound':
      return [{ stationIndex, side: appearance % 2 === 0 ? sides.first : other(sides.first), ownGapMs: null }];
    case 'split':
      return [{ stationIndex, side: sides.first, ownGapMs: null }];
    default:
      return [{ stationIndex, side: null, ownGapMs: null }];
  }
}

/** How many neighbouring stations from k on belong to one chain. */
function chainLength(stations: readonly Station[], k: number): number {
  let n = 0;
  while (stations[k + n]?.sides.mode === 'chain') n++;
  return n;
}

/** The work interval of a visit, with phases; a `split` station switches sides at half time. */
export function workPiece(station: Station, visit: Visit, round: number, durationMs: number): Piece {
  const own = placePhases(station.phases, durationMs);
  const phases =
    station.sides.mode === 'split'
      ? [...own, { atMs: Math.round(durationMs / 2), say: 'Switch sides' }].sort((a, b) => a.atMs - b.atMs)
      : own;
  return piece('work', durationMs, {
    stationIndex: visit.stationIndex,
    round,
    side: visit.side,
    phases,
  });
}
