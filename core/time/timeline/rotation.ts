import type { Block, Plan } from '../../class/index.ts';
import { type Interval, isWork } from './types.ts';

/** People at a station together: their names where they are known, else how many they are. */
export interface Group {
  /** From 0; also the station the group starts at. */
  index: number;
  name: string;
  size: number;
  squads: readonly string[];
}

/**
 * Spreads people over as many groups as there are stations: sizes at most one apart, the larger first. With fewer
 * people than stations some groups are empty. Squads are dealt out in turn.
 */
export function groupsFor(stations: number, heads: number, squads: readonly string[] = []): Group[] {
  const n = Math.max(1, stations);
  const least = Math.floor(heads / n);
  const larger = heads % n;
  return Array.from({ length: n }, (_, index) => {
    const own = squads.filter((_s, k) => k % n === index);
    return {
      index,
      name: own.length > 0 ? own.join(' and ') : `Group ${index + 1}`,
      size: least + (index < larger ? 1 : 0),
      squads: own,
    };
  });
}

/** The station a group is at while the timeline is at `stationIndex`: each group is its own number of stations ahead. */
export function stationOf(group: number, stationIndex: number, stations: number): number {
  return (((stationIndex + group) % stations) + stations) % stations;
}

/** The group at a station while the timeline is at `stationIndex`. */
export function groupAt(station: number, stationIndex: number, stations: number): number {
  return stationOf(-stationIndex, station, stations);
}

/** One change of a rotation chart: where every group is, by group. */
export interface RotationStep {
  interval: Interval;
  round: number | null;
  /** stations[g]: the station group g is at. */
  stations: number[];
}

/** The rotation chart of a block: a row for every visit, both sides of a station being one visit. */
export function rotationChart(block: Block, blockIndex: number, intervals: readonly Interval[]): RotationStep[] {
  const n = block.stations.length;
  const turns: RotationStep[] = [];
  let last = '';
  for (const i of intervals) {
    if (i.blockIndex !== blockIndex || !isWork(i) || i.stationIndex === null) continue;
    const visit = `${i.round}:${i.stationIndex}`;
    if (visit === last) continue;
    last = visit;
    const at = i.stationIndex;
    turns.push({ interval: i, round: i.round, stations: Array.from({ length: n }, (_, g) => stationOf(g, at, n)) });
  }
  return turns;
}

/** The stations of the groups during an interval; null where the block is done together. */
export function whereAll(plan: Plan, interval: Interval, heads: number): { group: Group; station: number }[] | null {
  const block = plan.blocks[interval.blockIndex];
  if (block?.use !== 'stations' || interval.stationIndex === null || block.stations.length === 0) return null;
  const n = block.stations.length;
  const at = interval.stationIndex;
  return groupsFor(n, heads, plan.squads).map((group) => ({ group, station: stationOf(group.index, at, n) }));
}

/** How many of a group work at once and how many wait where kit is shared: "you go, I go". */
export function sharing(size: number, pieces: number): { together: number; waiting: number } {
  const together = Math.min(size, Math.max(0, pieces));
  return { together, waiting: size - together };
}
