import { nanoid } from 'nanoid';
import type { Plan } from '../../../core/class/index.ts';
import { resolvePlan } from '../../../core/moves/index.ts';
import { runs } from '../../../core/wire/index.ts';
import { api, ask, dropCopy, keepCopy, local, putBack, useLibrary } from '../../base/index.ts';
import { Outbox } from './outbox.ts';
import { RunStorage } from './run-storage.ts';

/*
 * The runs of this browser, and the way they are sent: one of each for the window.
 */

export const keptRuns = new RunStorage(local, { keep: keepCopy, drop: dropCopy, putBack });
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

/** Sends what this browser still has of a run, as far as the server can be reached: what is asked of it then is not behind. */
export async function sendRun(id: string): Promise<void> {
  await restoreRuns();
  await outbox.flush(id).catch(() => false);
}

/** Today's people and squads, where they differ from the class. */
export type Today = Pick<Plan, 'heads' | 'squads'>;

/**
 * Makes a class ready to be led: the run that was made ready before and has not begun, else a new one, with the class as it is now and the
 * people of today. Screens can join it once the server has it; gives whether it has.
 * @param today what was said at Ready; null leaves it as it was
 */
export async function makeReady(
  plan: Plan,
  today: Today | null,
  runId: string | null,
): Promise<{ id: string; today: Today; onServer: boolean }> {
  await restoreRuns();
  const id = runId ?? (await preparedRunOf(plan.id)) ?? nanoid(16);
  const before = keptRuns.readHead(id);
  const people = today ?? (before ? todayOf(before.plan) : todayOf(plan));
  const { squads: _, ...rest } = plan;
  const led: Plan = { ...rest, heads: people.heads, ...(people.squads ? { squads: people.squads } : {}) };
  const head = {
    id,
    plan: resolvePlan(led, useLibrary.getState().library),
    created: before?.created ?? false,
    madeAtMs: before?.madeAtMs ?? Date.now(),
  };
  keptRuns.storeHead(head);
  const onServer = await inTurn(() => api.createRun(id, head.plan)).then(
    () => true,
    () => false,
  );
  // What is kept may have gone on meanwhile: only that the server has it is new.
  const now = keptRuns.readHead(id);
  if (onServer && now) keptRuns.storeHead({ ...now, created: true });
  return { id, today: people, onServer };
}

let lastSent: Promise<unknown> = Promise.resolve();

/** One after another, so that what was said last is what the server has in the end. */
function inTurn<T>(send: () => Promise<T>): Promise<T> {
  const sent = lastSent.then(send, send);
  lastSent = sent;
  return sent;
}

const todayOf = ({ heads, squads }: Plan): Today => ({ heads, ...(squads ? { squads } : {}) });

/** The run of a class that was made ready and has not begun: here, else on the server. */
async function preparedRunOf(planId: string): Promise<string | null> {
  const here = keptRuns.runIds().flatMap((id) => {
    const head = keptRuns.readHead(id);
    return head?.plan.id === planId && keptRuns.keptEvents(id).length === 0 ? [head] : [];
  });
  const there = await ask(runs.preparedRun, { query: { plan: planId } }).catch(() => null);
  if (there === null) return here[0]?.id ?? null;
  // One that this browser has begun is not as the server has it yet; one that the server had may have begun on another desk.
  if (there.id !== null && keptRuns.keptEvents(there.id).length === 0) return there.id;
  return here.find((head) => !head.created)?.id ?? null;
}
