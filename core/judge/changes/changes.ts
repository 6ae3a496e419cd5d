import type { Plan } from '../../class/index.ts';
import type { Timeline } from '../../time/index.ts';
import { wordsBefore } from '../../voice/index.ts';
import { WALK_MPS, walkTable } from '../room/index.ts';
import { type NeededRest, neededRest, type Thresholds } from '../thresholds/index.ts';
import type { GroupSet } from './paths.ts';

/** From one set to the next as a group goes it. */
export interface Changeover {
  from: GroupSet;
  to: GroupSet;
  /** Between the two, ms; what is between waits for nobody. */
  gapMs: number;
}

/** The changes along a path; none into or out of a complex, which flows, nor over a gap that waits until tapped. */
export function changesOf(path: readonly GroupSet[], timeline: Timeline): Changeover[] {
  return path.flatMap((to, k): Changeover[] => {
    const from = path[k - 1];
    if (!from || from.inComplex || to.inComplex) return [];
    const between = timeline.intervals.slice(from.interval.index + 1, to.interval.index);
    if (between.some((i) => i.untilTap)) return [];
    return [{ from, to, gapMs: to.startMs - from.startMs - from.durationMs }];
  });
}

/** The needs of a changeover. */
export type Needs = (change: Changeover) => NeededRest;

/** Reckons changes of one class; each kind of change once. */
export function neededChange(plan: Plan, thresholds: Thresholds): Needs {
  const tables = new Map(plan.blocks.map((b) => [b.id, walkTable(plan, b)]));
  const known = new Map<string, NeededRest>();
  return ({ from, to }) => {
    const key = `${keyOf(from)}>${keyOf(to)}`;
    const before = known.get(key);
    if (before) return before;
    const isSame = from.block.id === to.block.id && from.stationIndex === to.stationIndex;
    const walks = to.block.use === 'stations' && from.block.id === to.block.id && !isSame;
    const metres = walks ? tables.get(to.block.id)?.[from.stationIndex]?.[to.stationIndex] : undefined;
    const needed = neededRest(
      { ...from.move, name: from.station.move },
      { ...to.move, name: to.station.move },
      {
        walks,
        turns: isSame && from.interval.side !== to.interval.side,
        ...(metres === undefined ? {} : { walkMs: (metres / WALK_MPS) * 1000 }),
        words: wordsBefore(plan, from.interval, to.interval),
      },
      thresholds,
    );
    known.set(key, needed);
    return needed;
  };
}

/** Names a set of a class; of one interval alone there may be another move on its station. */
const keyOf = ({ interval, stationIndex, station }: GroupSet) =>
  `${interval.blockIndex}:${interval.round}:${stationIndex}:${interval.side ?? ''}:${station.move}`;
