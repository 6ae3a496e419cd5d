import { asLeft, foldRun, type RunEvent, viewOf } from '../../../core/time/index.ts';
import type { GoingRun } from '../../../core/wire/index.ts';
import type { RunHead } from './run-storage.ts';

/** How a run that this browser keeps goes on at a moment, ms since 1970; null where it does not, or nobody has touched it for hours. */
export function goingHere(head: RunHead, events: readonly RunEvent[], nowMs: number): GoingRun | null {
  const state = asLeft(foldRun(head.plan, events), nowMs + (head.shiftMs ?? 0));
  const { status, startedAtMs } = state;
  if (status !== 'running' && status !== 'paused') return null;
  const { toEndMs, waiting } = viewOf(state);
  const startedAt = startedAtMs === null ? null : new Date(startedAtMs).toISOString();
  return { id: head.id, planId: head.plan.id, title: head.plan.title, startedAt, status, toEndMs, waiting };
}
