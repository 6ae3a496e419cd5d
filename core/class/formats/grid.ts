import type { Station } from '../station/index.ts';
import { gapPiece, type IntervalKind, type Piece } from './piece.ts';
import { type Visit, visitsOfRound, workPiece } from './visits.ts';

/** The general shape of a circuit; tabata, ladders and holds are circuits with other numbers. */
export interface Grid {
  stations: readonly Station[];
  rounds: number;
  /** Work and rest of one visit; rounds count from 1. */
  workMs: (station: Station, round: number) => number;
  restMs: (station: Station, round: number) => number;
  /** Stations gone round together before the next ones. */
  groupSize: number;
  roundBreakMs: number;
  groupBreakMs: number;
  /** Breaks that wait until tapped; their lengths are estimates. */
  roundBreakHeld: boolean;
  groupBreakHeld: boolean;
  breakMode: 'replaces' | 'adds';
  lastRest: 'drop' | 'keep';
}

/** A grid that is gone through once, or whose rests stand elsewhere: nothing between rounds and groups. */
export const NO_BREAKS = {
  roundBreakMs: 0,
  groupBreakMs: 0,
  roundBreakHeld: false,
  groupBreakHeld: false,
  breakMode: 'replaces',
} as const;

interface Step {
  visit: Visit;
  round: number;
  group: number;
}

/** The intervals of a circuit: between two work intervals exactly one gap, none where it is 0 s. */
export function expandGrid(grid: Grid): Piece[] {
  const steps = stepsOf(grid);
  const pieces: Piece[] = [];
  steps.forEach((step, i) => {
    const station = grid.stations[step.visit.stationIndex];
    if (!station) return;
    pieces.push(workPiece(station, step.visit, step.round, grid.workMs(station, step.round)));
    addGap(pieces, grid, station, step, steps[i + 1]);
  });
  return pieces;
}

function stepsOf(grid: Grid): Step[] {
  const steps: Step[] = [];
  const size = Math.max(1, grid.groupSize);
  for (let from = 0, group = 0; from < grid.stations.length; from += size, group++) {
    const stations = grid.stations.slice(from, from + size);
    for (let round = 1; round <= grid.rounds; round++) {
      for (const visit of visitsOfRound(stations, round - 1, (k) => from + k)) steps.push({ visit, round, group });
    }
  }
  return steps;
}

/** Adds the gap after a step. It is made by the thousand: nothing is made on the way but the pieces. */
function addGap(pieces: Piece[], grid: Grid, station: Station, step: Step, next: Step | undefined): void {
  const { visit, round } = step;
  const add = (kind: IntervalKind, ms: number, held: boolean) =>
    ms > 0 && pieces.push(gapPiece(kind, ms, visit.stationIndex, round, held));
  if (visit.inner) add('rest', visit.ownGapMs ?? grid.restMs(station, round), false);
  else if (!next) {
    if (grid.lastRest === 'keep') add('rest', grid.restMs(station, round), false);
  } else {
    const turnsGroup = next.group !== step.group;
    const turnsRound = !turnsGroup && next.round !== round;
    const breakMs = turnsGroup ? grid.groupBreakMs : turnsRound ? grid.roundBreakMs : 0;
    if (breakMs === 0 || grid.breakMode === 'adds') add('rest', grid.restMs(station, round), false);
    if (turnsGroup) add('groupBreak', breakMs, grid.groupBreakHeld);
    else if (turnsRound) add('roundBreak', breakMs, grid.roundBreakHeld);
  }
}

/** The value a per-round list gives to a round (from 1); a shorter list repeats from its start; undefined without one. */
export function ofRound(list: readonly number[] | undefined, round: number): number | undefined {
  return list && list.length > 0 ? list[(round - 1) % list.length] : undefined;
}
