import type { Side, Station } from '../station/index.ts';
import { type Piece, type PlacedPhase, placePhases } from './piece.ts';

/** One work interval at a station. */
export interface Visit {
  stationIndex: number;
  side: Side | null;
  /** The other side, or the run of a chain on the other side, follows: `ownGapMs` lies between, unset the block's gap. */
  inner: boolean;
  ownGapMs: number | null;
}

const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');

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
      for (const side of [first, otherSide(first)]) {
        for (let j = 0; j < run; j++) {
          const inner = side === first && j === run - 1;
          visits.push({ stationIndex: indexOf(k + j), side, inner, ownGapMs: inner ? (breakMs ?? null) : null });
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

function visitsAt({ sides }: Station, appearance: number, stationIndex: number): Visit[] {
  const last = (side: Side | null): Visit => ({ stationIndex, side, inner: false, ownGapMs: null });
  switch (sides.mode) {
    case 'each':
      return [
        { stationIndex, side: sides.first, inner: true, ownGapMs: sides.restMs ?? null },
        last(otherSide(sides.first)),
      ];
    case 'byRound':
      return [last(appearance % 2 === 0 ? sides.first : otherSide(sides.first))];
    case 'split':
      return [last(sides.first)];
    case 'one':
      return [last(sides.side)];
    case 'none':
    case 'alternating':
    case 'chain':
      return [last(null)];
  }
}

/** How many neighbouring stations from k on belong to one chain. */
function chainLength(stations: readonly Station[], k: number): number {
  let n = 0;
  while (stations[k + n]?.sides.mode === 'chain') n++;
  return n;
}

/** The phases of a station in a round, those of every round and its own, placed in a stretch of work. */
export function phasesIn(station: Station, round: number | null, durationMs: number): readonly PlacedPhase[] {
  const inRound = station.cells?.find((c) => c.round === round)?.phases;
  return placePhases(inRound ? [...(station.phases ?? []), ...inRound] : station.phases, durationMs);
}

/** The work interval of a visit, with phases; a `split` station switches sides at half time. */
export function workPiece(station: Station, visit: Visit, round: number, durationMs: number): Piece {
  const own = phasesIn(station, round, durationMs);
  const phases =
    station.sides.mode === 'split'
      ? [...own, { atMs: Math.round(durationMs / 2), say: 'Switch sides' }].sort((a, b) => a.atMs - b.atMs)
      : own;
  return {
    kind: 'work',
    durationMs,
    stationIndex: visit.stationIndex,
    round,
    side: visit.side,
    about: false,
    untilTap: false,
    layer: null,
    phases,
  };
}
