import { moduleOf, type Plan, type Side, type Station, saidShown, weightsWords } from '../../class/index.ts';
import type { RepsRecord, RunState } from '../../time/index.ts';
import {
  type Group,
  groupsFor,
  type Interval,
  isWork,
  type Place,
  placesOf,
  sideAtStation,
  sideNow,
  sidesAt,
  stationAt,
  stationIn,
  stationOf,
} from '../../time/index.ts';
import {
  amountWords,
  type Cue,
  newKit,
  newLength,
  newWeight,
  partWords,
  phrase,
  positionChange,
  repsAt,
} from '../cues/index.ts';
import { placeWords } from './words.ts';

/** A set as it is shown, at a moment of it. */
export interface Shown {
  /** The name to show: the move's, or the block's where no one move is everybody's. */
  name: string;
  /** The side of the moment; and the one it changes to at half time, before it has. */
  side: Side | null;
  thenSide: Side | null;
  /** "8 a side", or null. */
  reps: string | null;
  layer: string | null;
  /** "8 / 12 / 16 kg"; empty for none. */
  weight: string;
  /** What else the instructor wrote to be shown with it. */
  said: readonly string[];
  /** The station as it is in this set; null for talk, and where all do another. */
  station: Station | null;
}

/** A set that comes, and what changes with it; null where nothing does, or it is not known. */
export interface Coming extends Shown {
  /** "To the floor". */
  position: string | null;
  /** Kit to take up. */
  kit: readonly string[];
  /** Another weight. */
  isNewWeight: boolean;
  /** Its length where it differs from the last, ms. */
  lengthMs: number | null;
}

/** A part of a complex: "8 a side Band row". */
export interface ComplexPart {
  id: string;
  words: string;
  /** Where the complex goes on: "go on at 7, left"; null elsewhere. */
  goOn: string | null;
}

/** A station with the group that is there. */
export interface Here {
  index: number;
  station: Station;
  group: Group | null;
  side: Side | null;
}

/** All that any screen shows of a moment of a run, but the time. */
export interface Scene {
  /** What is shown large is done now; else it is what comes. */
  isNow: boolean;
  shown: Shown | null;
  /** What comes: after what is done now, or what is shown itself. */
  next: Coming | null;
  /** "Round 2 of 3, set 7 of 15"; empty where nothing is counted. */
  place: string;
  /** The moves of this turn of an add-on in their order, and which is done now; null elsewhere. */
  chain: { names: readonly string[]; at: number } | null;
  complex: readonly ComplexPart[] | null;
  /** Groups are spread over stations: who is where now, or in the set that comes. */
  spread: readonly Here[] | null;
  /** The set that is shown, by its index; null where there is none. */
  setIndex: number | null;
}

/** What is worked out once for a list of intervals: the place of each set. */
const PLACES = new WeakMap<readonly Interval[], ReadonlyMap<number, Place>>();

function placesIn(plan: Plan, intervals: readonly Interval[]) {
  const known = PLACES.get(intervals) ?? placesOf(plan, intervals);
  PLACES.set(intervals, known);
  return known;
}

/** The scene of a run at its moment. `reached` is where the complex of its block goes on. */
export function sceneOf(
  state: Pick<RunState, 'plan' | 'intervals' | 'index' | 'elapsedMs'>,
  reached: RepsRecord | null = null,
): Scene {
  const { plan, intervals, index, elapsedMs } = state;
  const interval = intervals[index] ?? null;
  const isNow = interval !== null && (isWork(interval) || interval.kind === 'demo' || interval.kind === 'open');
  const setIndex = nextSet(intervals, isNow && isWork(interval) ? index : index + 1);
  const afterIndex = isNow && isWork(interval) ? nextSet(intervals, index + 1) : setIndex;
  const set = setIndex === null ? null : (intervals[setIndex] ?? null);
  const after = afterIndex === null ? null : (intervals[afterIndex] ?? null);
  const atMs = isNow ? elapsedMs : 0;
  const shownAt = isNow ? interval : set;
  const place =
    set && setIndex !== null && (!isNow || isWork(interval)) ? placesIn(plan, intervals).get(setIndex) : null;
  const demoNext = interval?.kind === 'demo' && intervals[index + 1]?.kind === 'demo' ? intervals[index + 1] : null;
  return {
    isNow,
    shown: shownAt && {
      ...shownOf(plan, shownAt, atMs),
      ...(isNow || !place ? {} : moveOn(plan, shownAt, place.set === 1)),
    },
    next: demoNext
      ? { ...shownOf(plan, demoNext, 0), position: null, kit: [], isNewWeight: false, lengthMs: null }
      : after && comingOf(plan, setBefore(intervals, afterIndex ?? 0), after),
    place: set && place ? placeWords(plan, set, place) : '',
    chain: set && setIndex !== null && place?.chain ? chainOf(plan, intervals, setIndex, place) : null,
    complex: shownAt ? complexOf(plan, shownAt, reached) : null,
    spread: shownAt ? spreadOf(plan, shownAt, atMs) : null,
    setIndex,
  };
}

function nextSet(intervals: readonly Interval[], from: number): number | null {
  for (let k = from; k < intervals.length; k++) {
    const interval = intervals[k];
    if (interval && isWork(interval)) return k;
  }
  return null;
}

function setBefore(intervals: readonly Interval[], index: number): Interval | null {
  for (let k = index - 1; k >= 0; k--) {
    const interval = intervals[k];
    if (interval && isWork(interval)) return interval;
  }
  return null;
}

const isSpread = (plan: Plan, { blockIndex, stationIndex, kind }: Interval) =>
  plan.blocks[blockIndex]?.use === 'stations' && stationIndex !== null && kind !== 'demo';

function shownOf(plan: Plan, interval: Interval, elapsedMs: number): Shown {
  const title = plan.blocks[interval.blockIndex]?.title ?? '';
  const station = isSpread(plan, interval) ? null : stationAt(plan, interval);
  if (!station)
    return {
      name: title,
      side: isSpread(plan, interval) ? null : interval.side,
      thenSide: null,
      reps: null,
      layer: null,
      weight: '',
      said: [],
      station: null,
    };
  const side = sideNow(plan, interval, elapsedMs);
  const last = sidesAt(plan, interval).at(-1) ?? null;
  return {
    name: station.move,
    side,
    thenSide: last === side ? null : last,
    reps: amountWords(plan, station, repsAt(plan, interval)),
    layer: interval.layer,
    weight: weightsWords(station),
    said: saidShown(station),
    station,
  };
}

function comingOf(plan: Plan, before: Interval | null, next: Interval): Coming {
  const shown = shownOf(plan, next, 0);
  const [a, b] = [before && stationAt(plan, before), shown.station];
  const change = b ? positionChange(a, b) : null;
  const isLayer = shown.layer !== null && before?.stationIndex === next.stationIndex && before.side === next.side;
  return {
    ...shown,
    ...(isSpread(plan, next) ? moveOn(plan, next, before?.blockIndex !== next.blockIndex) : {}),
    // Of the same move the layer is what comes.
    ...(isLayer ? { name: shown.layer ?? '', layer: null } : {}),
    position: change ? phrase(plan, change) : null,
    kit: b ? newKit(a, b) : [],
    isNewWeight: b !== null && newWeight(a, b) !== null,
    lengthMs: newLength(before, next),
  };
}

/** Between sets at stations all do one thing: they go to their first station, or move on. */
const moveOn = (plan: Plan, set: Interval, isFirst: boolean) =>
  isSpread(plan, set) ? { name: phrase(plan, isFirst ? 'toStations' : 'rotate') } : {};

/** The moves of the turn of an add-on that a set is in. */
function chainOf(plan: Plan, intervals: readonly Interval[], setIndex: number, place: Place): Scene['chain'] {
  const set = intervals[setIndex];
  const places = placesIn(plan, intervals);
  const turn = intervals.filter(
    (i) => isWork(i) && i.blockIndex === set?.blockIndex && i.round === set.round && places.get(i.index)?.opensVisit,
  );
  return { names: turn.map((i) => stationAt(plan, i)?.move ?? ''), at: (place.chain?.step ?? 1) - 1 };
}

function complexOf(plan: Plan, interval: Interval, reached: RepsRecord | null): ComplexPart[] | null {
  const block = plan.blocks[interval.blockIndex];
  if (!block || !moduleOf(block.format).traits.complex || interval.kind === 'demo') return null;
  return block.stations.map((s) => ({
    id: s.id,
    words: partWords(plan, s),
    goOn: s.id === reached?.stationId ? goOnWords(reached) : null,
  }));
}

/** The words for where a complex goes on: "go on at 7, left". */
export const goOnWords = ({ count, side }: Pick<RepsRecord, 'count' | 'side'>) =>
  `go on at ${count}${side ? `, ${side}` : ''}`;

/** Who is at which station; stations are listed without groups where nobody knows how many come. */
function spreadOf(plan: Plan, interval: Interval, elapsedMs: number): Here[] | null {
  const block = plan.blocks[interval.blockIndex];
  if (!block || !isSpread(plan, interval)) return null;
  const n = block.stations.length;
  const at = interval.stationIndex ?? 0;
  const groups = plan.heads === null ? [] : groupsFor(n, plan.heads, plan.squads);
  return block.stations.flatMap((_, k) => {
    const station = stationIn(plan, interval, k);
    const group = groups.find((g) => stationOf(g.index, at, n) === k) ?? null;
    return station
      ? [
          {
            index: k,
            station,
            group: group && group.size > 0 ? group : null,
            side: sideAtStation(station, interval, elapsedMs),
          },
        ]
      : [];
  });
}

/** How long a line of the script stays on the desk, ms. */
const LINE_STAYS_MS = 20_000;

/** The lines of the script to be seen at a moment, spoken or not; the latest last. */
export function linesAt(cues: readonly Cue[], positionMs: number): string[] {
  return cues
    .filter(
      (c) => (c.kind === 'script' || c.kind === 'own') && c.atMs <= positionMs && positionMs - c.atMs < LINE_STAYS_MS,
    )
    .flatMap((c) => c.text ?? []);
}
