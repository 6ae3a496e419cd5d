import type { Side, Station } from '../../class/index.ts';
import type { RunState } from '../../time/index.ts';
import { type Group, type Interval, isWork } from '../../time/index.ts';
import { amountWords } from '../cues/index.ts';
import { type Here, sceneOf } from './scene.ts';

/** A station's own page: what is done there, on which side, by whom, and who comes next. */
export interface StationScene {
  index: number;
  count: number;
  station: Station;
  side: Side | null;
  reps: string | null;
  group: Group | null;
  nextGroup: Group | null;
}

type Moment = Pick<RunState, 'plan' | 'intervals' | 'index' | 'elapsedMs'>;

/** The stations of the block at hand, for their pages; empty where it has none. */
export function stationsNow(state: Moment): readonly Station[] {
  const interval = state.intervals[state.index];
  const set = interval && isWork(interval) ? interval : state.intervals.slice(state.index).find(isWork);
  return (set && state.plan.blocks[set.blockIndex]?.stations) ?? [];
}

/** The scene of a station's page; where all work together it shows its own move alone. */
export function sceneAtStation(state: Moment, index: number): StationScene | null {
  const { plan } = state;
  const scene = sceneOf(state);
  const stations = stationsNow(state);
  const here = scene.spread?.[index] ?? alone(state, stations[index], index);
  if (!here) return null;
  const after = afterwards(state, scene.setIndex);
  return {
    index,
    count: stations.length,
    station: here.station,
    side: here.side,
    reps: amountWords(plan, here.station, here.station.reps ?? null),
    group: here.group,
    nextGroup: after?.[index]?.group ?? null,
  };
}

/** Together a station has a side while it is the one at hand. */
function alone(state: Moment, station: Station | undefined, index: number): Here | null {
  const { shown } = sceneOf(state);
  if (!station) return null;
  const isAtHand = shown?.station?.id === station.id;
  return {
    index,
    station: isAtHand ? (shown.station ?? station) : station,
    group: null,
    side: isAtHand ? shown.side : null,
  };
}

/** Who is where in the set after the one at hand. */
function afterwards(state: Moment, setIndex: number | null) {
  if (setIndex === null) return null;
  const next = state.intervals.findIndex((i, k) => k > setIndex && isWork(i));
  if (next < 0 || state.intervals[next]?.blockIndex !== state.intervals[setIndex]?.blockIndex) return null;
  return sceneOf({ ...state, index: next, elapsedMs: 0 }).spread;
}

/** The scene of a squad: its own station where groups are spread, else that of all. */
export interface SquadScene {
  name: string;
  side: Side | null;
  reps: string | null;
  station: Station | null;
}

/** The scene of a squad in a set; null where it has no place. */
export function squadIn(state: Moment, interval: Interval | null, squad: string, elapsedMs = 0): SquadScene | null {
  if (!interval) return null;
  const { spread, shown } = sceneOf({ ...state, index: interval.index, elapsedMs });
  const own = spread?.find((h) => h.group?.squads.includes(squad));
  if (spread?.some((h) => h.group)) return own ? ofHere(state, own) : null;
  return shown && { name: shown.name, side: shown.side, reps: shown.reps, station: shown.station };
}

const ofHere = ({ plan }: Moment, { station, side }: Here): SquadScene => ({
  name: station.move,
  side,
  reps: amountWords(plan, station, station.reps ?? null),
  station,
});
