import type { RunState, RunView } from '../../../core/time/index.ts';
import { isWork } from '../../../core/time/index.ts';
import { bpmOf } from '../../../core/voice/index.ts';
import type { FigureTime } from './moving-figure.tsx';

/** The time of a figure on a screen of a run: from where the interval began, so that all screens show the same moment of it. */
export const timeOf = (
  { status, elapsedMs }: Pick<RunState, 'status' | 'elapsedMs'>,
  { waiting }: Pick<RunView, 'waiting'>,
): FigureTime => ({
  atMs: elapsedMs,
  runs: status === 'running' && !waiting,
});

/** The beat that a set is done to, ms; null where its block has none, or it is at rest. */
export function beatOf({ plan, intervals, index }: Pick<RunState, 'plan' | 'intervals' | 'index'>): number | null {
  const interval = intervals[index];
  const block = interval && isWork(interval) ? plan.blocks[interval.blockIndex] : undefined;
  const bpm = block ? bpmOf(block) : null;
  return bpm === null ? null : 60_000 / bpm;
}
