import type { Plan } from '../../class/index.ts';
import type { Interval } from '../../time/index.ts';
import {
  advance,
  applyEvent,
  effective,
  foldRun,
  isCountInOfRun,
  type RunEvent,
  type RunState,
  type Segment,
} from '../../time/index.ts';

/** A stretch of a run with the interval it was of, and the class as it was led just then. */
export interface Done extends Segment {
  interval: Interval;
  plan: Plan;
}

/** A run as it was done: its last state, and every stretch of it but the count-in. */
export interface DoneRun {
  state: RunState;
  stretches: readonly Done[];
}

/**
 * What a run did, stretch by stretch. A move that was swapped from some moment on is, before that moment, what it was.
 * @param untilMs the moment the run is looked at, ms since 1970: what time alone did until then counts
 */
export function doneOf(plan: Plan, events: readonly RunEvent[], untilMs?: number): DoneRun {
  let state = foldRun(plan, []);
  const stretches: Done[] = [];
  const follow = (next: RunState, led: Plan) => {
    for (const segment of next.segments.slice(state.segments.length)) {
      const interval = next.intervals[segment.intervalIndex];
      if (interval) stretches.push({ ...segment, interval, plan: led });
    }
    state = next;
  };
  // What time did before an event was done to the class as it was until then.
  for (const event of effective(events)) follow(applyEvent(state, event), state.plan);
  if (untilMs !== undefined) follow(advance(state, untilMs), state.plan);
  return { state, stretches: stretches.filter((d) => !isCountInOfRun(state, d.intervalIndex)) };
}

/** The intervals that were done, each as long as it ran, by the class as it was led then. */
export function doneIntervals(plan: Plan, events: readonly RunEvent[]): { plan: Plan; intervals: Interval[] }[] {
  const byPlan = new Map<Plan, Interval[]>();
  for (const { plan: led, interval, ranMs } of doneOf(plan, events).stretches)
    byPlan.set(led, [...(byPlan.get(led) ?? []), { ...interval, durationMs: ranMs }]);
  return [...byPlan].map(([led, intervals]) => ({ plan: led, intervals }));
}

/** The stretches of a run, the count-in left out, in the order they ran. */
export const doneStretches = (plan: Plan, events: readonly RunEvent[]): readonly Done[] =>
  doneOf(plan, events).stretches;
