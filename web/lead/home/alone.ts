import type { Plan } from '../../../core/class/index.ts';
import { foldRun, type RunCommand, type RunEvent, type RunState } from '../../../core/time/index.ts';

/** What somebody alone does with a class: what a desk does, but for what is of a group. */
export type Doing = 'start' | 'pause' | 'resume' | 'skip' | 'back' | 'restart' | 'release';

/** A run that nobody keeps: its events, and what they fold to. */
export interface Alone {
  events: readonly RunEvent[];
  folded: RunState;
}

export const notBegun = (plan: Plan): Alone => ({ events: [], folded: foldRun(plan, []) });

/** The run after something was done at a moment, ms since 1970. */
export function withDone(plan: Plan, { events }: Alone, type: Doing, atMs: number): Alone {
  const command: RunCommand = { type };
  const seq = events.length + 1;
  const event = { ...command, id: `alone-${String(seq).padStart(4, '0')}`, seq, atMs: Math.round(atMs) } as RunEvent;
  const next = [...events, event];
  return { events: next, folded: foldRun(plan, next) };
}
