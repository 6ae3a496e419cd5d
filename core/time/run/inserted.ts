import { piece } from '../../class/index.ts';
import type { Interval } from '../timeline/index.ts';

/*
 * What is put into a run live. No compile of the plan has it: it is kept by what it stands after, through every later change.
 */

type UnplacedInterval = Omit<Interval, 'index' | 'startMs'>;

/** An interval put in live, yet without its place. */
export const insertedPiece = (
  kind: Interval['kind'],
  durationMs: number,
  { blockIndex, ...more }: Partial<Interval> & Pick<Interval, 'blockIndex'>,
): UnplacedInterval => ({ ...piece(kind, durationMs, more), blockIndex, inserted: true });

/** The list with some intervals after an index, and all that comes later moved by them. */
export function withInserted(
  intervals: readonly Interval[],
  after: number,
  added: readonly UnplacedInterval[],
): Interval[] {
  return placed([...intervals.slice(0, after + 1), ...added, ...intervals.slice(after + 1)]);
}

/** The list without the interval after an index. */
export const withoutNext = (intervals: readonly Interval[], index: number): Interval[] =>
  placed(intervals.filter((_, k) => k !== index + 1));

/** Gives intervals their index and start, one after the other. */
export function placed(list: readonly (UnplacedInterval & Partial<Pick<Interval, 'index' | 'startMs'>>)[]): Interval[] {
  let startMs = 0;
  return list.map((i, index) => {
    const same = i.index === index && i.startMs === startMs;
    const at = same ? (i as Interval) : { ...i, index, startMs };
    startMs += i.durationMs;
    return at;
  });
}

/** The nearest interval at or before an index that a compile has; -1 where there is none. */
export function anchorOf(intervals: readonly Interval[], index: number): number {
  for (let k = index; k >= 0; k--) if (intervals[k]?.inserted !== true) return k;
  return -1;
}

/**
 * What comes after an index in a new compile, with what was put in live behind what it stood after; where that is gone it goes too.
 * @param placeOf the place in the compile of an interval of the list, by index; null where it has none
 * @param at the place of the current interval in the compile
 */
export function keepingInserted(
  intervals: readonly Interval[],
  index: number,
  fresh: readonly Interval[],
  at: number,
  placeOf: (index: number) => number | null,
): Interval[] {
  const behind = new Map<number, Interval[]>();
  for (let k = index + 1; k < intervals.length; k++) {
    const interval = intervals[k];
    if (!interval?.inserted) continue;
    const anchor = anchorOf(intervals, k);
    const place = anchor <= index ? at : placeOf(anchor);
    if (place !== null) behind.set(place, [...(behind.get(place) ?? []), interval]);
  }
  if (behind.size === 0) return fresh.slice(at + 1);
  return [...(behind.get(at) ?? []), ...fresh.slice(at + 1).flatMap((i, k) => [i, ...(behind.get(at + 1 + k) ?? [])])];
}
