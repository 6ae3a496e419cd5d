import { nanoid } from 'nanoid';
import { resolvePlan } from '../../core/moves/index.ts';
import type { Plan } from '../../core/plan/index.ts';
import { api, useLibrary } from '../data/index.ts';
import { dropCopy, keepCopy, putBack } from '../device/index.ts';
import { Outbox } from './outbox.ts';
import { RunStorage } from './run-storage.ts';

/*
 * The runs of this browser, and the way they are sent: one of each for the window.
 */

export const keptRuns = new RunStorage(localStorage, { keep: keepCopy, drop: dropCopy, putBack });
export const outbox = new Outbox(keptRuns, api);

let restored: Promise<void> | null = null;

/** Brings back what a killed browser had not written yet; once for the window. */
export function restoreRuns(): Promise<void> {
  restored ??= keptRuns.restore();
  return restored;
}

/** Sends what earlier windows left, and forgets runs that are over and safe. */
export async function sendLeftovers(): Promise<void> {
  await restoreRuns();
  await outbox.flushLeftovers(Date.now());
}

/**
 * Makes a run of a plan as it is now and gives its id; it starts when the desk is told to. What the library knows of its moves
 * goes with it: to the wall and the phones, and into the record.
 */
export function beginRun(plan: Plan): string {
  const id = nanoid(16);
  const { library } = useLibrary.getState();
  keptRuns.storeHead({ id, plan: resolvePlan(plan, library), created: false, madeAtMs: Date.now() });
  return id;
}
