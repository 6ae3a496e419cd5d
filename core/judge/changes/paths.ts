import { type Block, MOST_STATIONS, moduleOf, type Plan, type Station } from '../../class/index.ts';
import { type Library, type Move, moveAt, moveOf } from '../../moves/index.ts';
import { type Interval, isWork, stationIn, stationOf, type Timeline } from '../../time/index.ts';

/** A move with what is held for it. */
export type HeldMove = Move & { weightKg: number | undefined };

/** A set, or a move's share of a complex, as one group does it. */
export interface GroupSet {
  interval: Interval;
  block: Block;
  /** Where this group is: at stations each is its own number of stations ahead. */
  stationIndex: number;
  station: Station;
  /** The move with the kit of its station; a plain one where nothing is known of it. */
  move: HeldMove;
  /** It is known: what is said of it may be claimed. */
  known: boolean;
  startMs: number;
  durationMs: number;
  /** One of several in an interval that belongs to none of them: it flows from one to the next. */
  inComplex: boolean;
}

type At = Pick<GroupSet, 'station' | 'move' | 'known'>;

/** Twice round a complex shows every neighbourhood there is in it. */
const ROUNDS_OF_COMPLEX = 2;

/**
 * The sets of a class in their order, as each group does them: one path where all are together, one for each group with people
 * in it where some block is at stations. Which station a group begins at is its number in every block.
 */
export function pathsOf(plan: Plan, timeline: Pick<Timeline, 'intervals'>, library: Library): GroupSet[][] {
  const known = new Map<string, At>();
  const at = (interval: Interval, index: number): At | null => {
    const key = `${interval.blockIndex}:${interval.round}:${index}`;
    const before = known.get(key);
    if (before) return before;
    const found = placeAt(plan, interval, index, library);
    if (found) known.set(key, found);
    return found;
  };
  return Array.from({ length: groupsIn(plan) }, (_, group) =>
    timeline.intervals.filter(isWork).flatMap((interval): GroupSet[] => {
      const block = plan.blocks[interval.blockIndex];
      if (!block) return [];
      if (interval.stationIndex === null)
        return moduleOf(block.format).traits.complex ? complexTurns(interval, block, (k) => at(interval, k)) : [];
      const turn = turnIn(block, interval, group, at);
      return turn ? [turn] : [];
    }),
  );
}

/** The set of one group in an interval; null where it belongs to no station. */
export function turnAt(plan: Plan, interval: Interval, group: number, library: Library): GroupSet | null {
  const block = plan.blocks[interval.blockIndex];
  return block ? turnIn(block, interval, group, (i, index) => placeAt(plan, i, index, library)) : null;
}

function turnIn(
  block: Block,
  interval: Interval,
  group: number,
  at: (interval: Interval, index: number) => At | null,
): GroupSet | null {
  if (interval.stationIndex === null) return null;
  const n = block.stations.length;
  const stationIndex =
    block.use === 'stations' && n > 0 ? stationOf(group % n, interval.stationIndex, n) : interval.stationIndex;
  const here = at(interval, stationIndex);
  const { startMs, durationMs } = interval;
  return here ? { interval, block, stationIndex, ...here, startMs, durationMs, inComplex: false } : null;
}

function placeAt(plan: Plan, interval: Interval, index: number, library: Library): At | null {
  const station = stationIn(plan, interval, index);
  if (!station) return null;
  const move = moveOf(library, station);
  return {
    station,
    move: { ...move, ...(station.kit ? { kit: station.kit } : {}), weightKg: station.weightKg },
    known: moveAt(library, station) !== null,
  };
}

/** Groups with somebody in them; without heads every station has its group. */
export function groupsIn({ blocks, heads }: Pick<Plan, 'blocks' | 'heads'>): number {
  const sizes = blocks
    .filter((b) => b.use === 'stations')
    .map((b) => Math.min(b.stations.length, heads ?? MOST_STATIONS));
  return Math.max(1, ...sizes);
}

function complexTurns(interval: Interval, block: Block, at: (k: number) => At | null): GroupSet[] {
  const n = block.stations.length;
  const shares = ROUNDS_OF_COMPLEX * n;
  const durationMs = interval.durationMs / Math.max(1, shares);
  return Array.from({ length: shares }, (_, k) => k).flatMap((k): GroupSet[] => {
    const here = at(k % n);
    const startMs = interval.startMs + k * durationMs;
    return here ? [{ interval, block, stationIndex: k % n, ...here, startMs, durationMs, inComplex: true }] : [];
  });
}
