import type { Plan } from '../../class/index.ts';
import { compile, type Interval } from '../timeline/index.ts';
import type { RunState, Segment } from './state.ts';

/** Something in a run that went other than planned. */
export interface Deviation {
  kind: 'skipped' | 'repeated' | 'extended' | 'shortened' | 'paused' | 'added' | 'endedEarly';
  interval: Interval;
  /** How much was cut, repeated, added, taken, paused or left undone, in ms > 0. */
  ms: number;
}

/** The number and length of a run's deviations, by kind; kinds without any are missing. */
export type DeviationSums = Partial<Record<Deviation['kind'], { count: number; ms: number }>>;

export function sumDeviations(deviations: readonly Deviation[]): DeviationSums {
  const sums: DeviationSums = {};
  for (const { kind, ms } of deviations) {
    const sum = sums[kind] ?? { count: 0, ms: 0 };
    sums[kind] = { count: sum.count + 1, ms: sum.ms + ms };
  }
  return sums;
}

/** Planned against actual; lengths in ms without the count-in. */
export interface RunSummary {
  plannedMs: number;
  /** From the first interval's start to the end, pauses included. */
  actualMs: number;
  pausedMs: number;
  workMs: number;
  deviations: Deviation[];
}

/** Whether an interval is the count-in before the class, which counts to no total. */
export const isCountInOfRun = ({ intervals }: Pick<RunState, 'intervals'>, index: number) =>
  index === 0 && intervals[0]?.kind === 'countIn';

/** Sums up a run; `state` is the run's state at its end, or at any moment of a run still under way. */
export function summarise(plan: Plan, state: RunState): RunSummary {
  const segments = [...state.segments, ...underWay(state)];
  const main = segments.filter((s) => !isCountInOfRun(state, s.intervalIndex));
  const sum = (pick: (s: Segment) => number) => main.reduce((total, s) => total + pick(s), 0);
  const pausedMs = sum((s) => s.pausedMs);
  return {
    plannedMs: compile(plan).totalMs,
    actualMs: sum((s) => s.ranMs) + pausedMs,
    pausedMs,
    workMs: sum((s) => (state.intervals[s.intervalIndex]?.kind === 'work' ? s.ranMs : 0)),
    deviations: [...main.flatMap((s) => deviationsOf(state, s)), ...undone(state)],
  };
}

function underWay(state: RunState): Segment[] {
  const interval = state.intervals[state.index];
  if (!interval || (state.status !== 'running' && state.status !== 'paused')) return [];
  const { index: intervalIndex, enteredAtMs: startedAtMs, elapsedMs: ranMs, pausedMs, adjustedMs } = state;
  const plannedMs = interval.durationMs - adjustedMs;
  return [{ intervalIndex, startedAtMs, ranMs, pausedMs, plannedMs, adjustedMs, end: 'done' }];
}

function deviationsOf(state: RunState, segment: Segment): Deviation[] {
  const interval = state.intervals[segment.intervalIndex];
  if (!interval) return [];
  const found: Deviation[] = [];
  const add = (kind: Deviation['kind'], ms: number) => ms > 0 && found.push({ kind, interval, ms });
  if (segment.end === 'cut') add('skipped', interval.durationMs - segment.ranMs);
  if (segment.end === 'back' || segment.end === 'restarted') add('repeated', segment.ranMs);
  add('extended', segment.adjustedMs);
  add('shortened', -segment.adjustedMs);
  add('paused', segment.pausedMs);
  if (interval.inserted) add('added', segment.ranMs);
  return found;
}

/** A run stopped before its last interval was over. */
function undone(state: RunState): Deviation[] {
  const interval = state.intervals[state.index];
  if (!interval || state.endedAtMs === null || state.startedAtMs === null) return [];
  const left = state.intervals.slice(state.index).reduce((sum, i) => sum + i.durationMs, 0) - state.elapsedMs;
  return left > 0 ? [{ kind: 'endedEarly', interval, ms: left }] : [];
}
