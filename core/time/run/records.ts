import { moduleOf, type Plan } from '../../class/index.ts';
import { type Interval, isWork, sidesAt } from '../timeline/index.ts';
import { effective, type RunEvent } from './events.ts';
import { setNow } from './set-now.ts';
import type { RunState } from './state.ts';

export type RepsRecord = Extract<RunEvent, { type: 'reps' }>;
export type NoteRecord = Extract<RunEvent, { type: 'note' }>;

/** The set a count is of: station, round, the side where each has its own, and how often it was repeated. */
export type CountedSet = Pick<RepsRecord, 'stationId' | 'round' | 'side' | 'again'>;

/** A count as it is written down, in a run or the one before. */
export type Count = CountedSet & Pick<RepsRecord, 'squad' | 'person' | 'count'>;

/** Of whom something is said: one of the club's people, a squad, or all where both are left out or null. */
export interface Who {
  squad: string | null;
  /** By id. */
  person?: string | undefined;
}

/** Whether a record is of those that are meant. */
export const isOf = (r: Who, who: Who) =>
  r.person === who.person && (who.person !== undefined || r.squad === who.squad);

/** The same who, wherever it is compared. */
export const whoKey = ({ squad, person }: Who) => (person === undefined ? `s ${squad ?? ''}` : `p ${person}`);

/** The key of a set in its run. */
export const setKey = ({ stationId, round, side, again }: CountedSet) =>
  `${stationId}:${round}:${side ?? ''}:${again ?? 1}`;

/** The set a count is of that is written down now; null before the first. A complex is counted at the part reached. */
export function setCounted({
  plan,
  intervals,
  index,
}: Pick<RunState, 'plan' | 'intervals' | 'index'>): CountedSet | null {
  const set = setNow({ intervals, index });
  if (!set) return null;
  const alike = (i: Interval) =>
    isWork(i) &&
    i.blockIndex === set.blockIndex &&
    i.stationIndex === set.stationIndex &&
    i.round === set.round &&
    i.side === set.side;
  const again = intervals.slice(0, set.index + 1).filter(alike).length;
  const isLayer = set.layer !== null;
  return {
    stationId: set.stationIndex === null ? null : (plan.blocks[set.blockIndex]?.stations[set.stationIndex]?.id ?? null),
    round: set.round,
    // Split at half time, both sides are one count.
    ...(set.side !== null && sidesAt(plan, set).length === 1 ? { side: set.side } : {}),
    ...(again > 1 && !isLayer ? { again } : {}),
  };
}

/** The record of a set for all, a squad or a person; undefined where there is none. */
export const recordOfSet = <C extends Count>(reps: readonly C[], set: CountedSet, who: Who): C | undefined =>
  reps.findLast((r) => setKey(r) === setKey(set) && isOf(r, who));

/** The count of a set for all, a squad or a person; null where there is none. */
export const countOf = (reps: readonly Count[], set: CountedSet, who: Who): number | null =>
  recordOfSet(reps, set, who)?.count ?? null;

/** The count at the same station and side in the latest round before that has one; null where none has. */
export function countBefore(reps: readonly Count[], set: CountedSet, who: Who): number | null {
  const before = reps.filter(
    (r) =>
      r.stationId === set.stationId &&
      isOf(r, who) &&
      r.count !== null &&
      r.side === set.side &&
      r.round !== null &&
      set.round !== null &&
      r.round < set.round,
  );
  return before.sort((a, b) => (a.round ?? 0) - (b.round ?? 0)).at(-1)?.count ?? null;
}

const saysNothing = ({ count, weightKg, effort, note }: RepsRecord) =>
  count === null && weightKg === undefined && effort === undefined && note === undefined;

/** What is said of a set, to be set against what was. */
const said = ({ count, weightKg, effort, note }: RepsRecord) => JSON.stringify([count, weightKg, effort, note]);

/** A set and whose it is. */
export const ownerKey = (e: CountedSet & Who) => `${setKey(e)}:${whoKey(e)}`;

/** The records of a run: the last of each set and person, and the notes, in order. */
export function recordsOf(events: readonly RunEvent[]): { reps: RepsRecord[]; notes: NoteRecord[] } {
  const sets = new Map<string, RepsRecord>();
  const notes: NoteRecord[] = [];
  for (const e of effective(events)) {
    if (e.type === 'reps') sets.set(ownerKey(e), e);
    if (e.type === 'note') notes.push(e);
  }
  return { reps: [...sets.values()].filter((r) => !saysNothing(r)), notes };
}

/** The corrections of a run's records, each with the record before and after, in order. */
export function correctionsOf(events: readonly RunEvent[]): { was: RepsRecord; now: RepsRecord }[] {
  const last = new Map<string, RepsRecord>();
  const found: { was: RepsRecord; now: RepsRecord }[] = [];
  for (const e of effective(events)) {
    if (e.type !== 'reps') continue;
    const key = ownerKey(e);
    const was = last.get(key);
    if (was && said(was) !== said(e)) found.push({ was, now: e });
    last.set(key, e);
  }
  return found;
}

/**
 * Where a complex goes on in its next window: the last place written down for the block, i.e. a move, how many of its reps were
 * done and on which side; null at its beginning. Each squad has its own place; one that wrote none down has that of all.
 */
export function placeInComplex(
  plan: Plan,
  events: readonly RunEvent[],
  blockIndex: number,
  squad: string | null = null,
): RepsRecord | null {
  const block = plan.blocks[blockIndex];
  if (!block || !moduleOf(block.format).traits.complex) return null;
  const ids = new Set(block.stations.map((s) => s.id));
  const own = effective(events).filter(
    (e): e is RepsRecord => e.type === 'reps' && e.person === undefined && e.stationId !== null && ids.has(e.stationId),
  );
  return own.findLast((e) => e.squad === squad) ?? own.findLast((e) => e.squad === null) ?? null;
}

/** The closing of a run: what was written down when the class was over. */
export interface Closing {
  /** How many came; null where nobody counted. */
  came: number | null;
  /** How hard it was, 0 to 10; null where nobody said. */
  effort: number | null;
  next: string;
  /** It was no class: it counts in no sum. */
  trial: boolean;
  /** How hard it was for squads and people, the last that each said. */
  felt: readonly Felt[];
}

export interface Felt extends Who {
  effort: number;
}

/** The closing of a run: the last that was said of each. */
export function closingOf(events: readonly RunEvent[]): Closing {
  const closing: Closing = { came: null, effort: null, next: '', trial: false, felt: [] };
  for (const e of effective(events)) {
    if (e.type === 'felt') {
      const { squad, person, effort } = e;
      const who = { squad, ...(person === undefined ? {} : { person }) };
      const others = closing.felt.filter((f) => !isOf(f, who));
      closing.felt = effort === null ? others : [...others, { ...who, effort }];
    }
    if (e.type !== 'close') continue;
    if (e.came !== undefined) closing.came = e.came;
    if (e.effort !== undefined) closing.effort = e.effort;
    if (e.next !== undefined) closing.next = e.next;
    if (e.trial !== undefined) closing.trial = e.trial;
  }
  return closing;
}

/** Whether a run was ended by hand before its last interval was over: such an end can be taken back. */
export const endedByHand = ({ status, segments }: Pick<RunState, 'status' | 'segments'>) =>
  status === 'abandoned' || (status === 'finished' && segments.at(-1)?.end === 'stopped');

/**
 * The sets that were done and have no count, of stations that are counted: those that have reps in the plan, and those of which
 * another set was counted. In the order they were done.
 * @param who whose counts are meant; null for anybody's
 */
export function setsNotCounted(
  state: RunState,
  reps: readonly Count[],
  who: Who | null = null,
): (CountedSet & { interval: Interval })[] {
  const counted = new Set(reps.map((r) => r.stationId));
  const missing = (set: CountedSet) => !reps.some((r) => setKey(r) === setKey(set) && (who === null || isOf(r, who)));
  const done = new Map<string, CountedSet & { interval: Interval }>();
  for (const { intervalIndex, end } of state.segments) {
    const interval = state.intervals[intervalIndex];
    if (!interval || !isWork(interval) || (end !== 'done' && end !== 'stopped')) continue;
    const set = setCounted({ ...state, index: intervalIndex });
    const stations = state.plan.blocks[interval.blockIndex]?.stations;
    const station = stations?.find((s) => s.id === set?.stationId);
    if (!set || !station || !(station.reps || counted.has(station.id))) continue;
    if (missing(set)) done.set(setKey(set), { ...set, interval });
  }
  return [...done.values()];
}
