import type { Piece, Swap } from '../../class/index.ts';

/** One unbroken stretch of the timeline. */
export interface Interval extends Piece {
  index: number;
  /** Milliseconds after the first interval starts. */
  startMs: number;
  blockIndex: number;
  /** Put in live; no compile of the plan has it. */
  inserted?: true;
  /** Other moves in this interval alone, by the stations they are at. */
  swaps?: Readonly<Record<string, Swap>>;
}

export interface Timeline {
  intervals: readonly Interval[];
  totalMs: number;
  /** True when any length is an estimate. */
  about: boolean;
}

/** True for time spent working: work intervals, and open ones at a station (reps are done in open time). */
export function isWork(interval: Pick<Piece, 'kind' | 'stationIndex'>): boolean {
  return interval.kind === 'work' || (interval.kind === 'open' && interval.stationIndex !== null);
}

/** True where a run waits for a tap that is no part of the work: a held break, open time until tapped. */
export const isWait = (interval: Pick<Piece, 'kind' | 'stationIndex' | 'untilTap'>) =>
  interval.untilTap && !isWork(interval);

/** True for round, group and block breaks. */
export function isBreak(interval: Pick<Piece, 'kind'>): boolean {
  return interval.kind === 'roundBreak' || interval.kind === 'groupBreak' || interval.kind === 'blockBreak';
}
