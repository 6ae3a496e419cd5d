import * as v from 'valibot';
import type { Plan } from '../../core/plan/index.ts';
import { planFrom } from '../../core/wire/index.ts';

/*
 * Unsaved work, kept in this browser until the server has it. Every window writes under its own name, so two windows
 * never overwrite each other; a lock held while the window lives tells whose draft has been orphaned.
 */

const DraftSchema = v.object({ plan: planFrom(), baseVersion: v.number() });
export type Draft = v.InferOutput<typeof DraftSchema>;

const PREFIX = 'odd-round.draft.';
const WINDOW_KEY = 'odd-round.window';

function windowName(): string {
  const old = sessionStorage.getItem(WINDOW_KEY);
  if (old) return old;
  const name = Math.random().toString(36).slice(2);
  sessionStorage.setItem(WINDOW_KEY, name);
  return name;
}

const me = windowName();
const lockOf = (name: string) => `odd-round.window.${name}`;
const keyOf = (planId: string, name: string) => `${PREFIX}${planId}.${name}`;

/** Holds this window's lock for as long as it lives. */
export function claimWindow(): void {
  void navigator.locks?.request(lockOf(me), () => new Promise<never>(() => {}));
}

/** Keeps unsaved work here; when this browser's storage takes no more, the window alone has it until it is saved. */
export function keepDraft(plan: Plan, baseVersion: number): void {
  try {
    localStorage.setItem(keyOf(plan.id, me), JSON.stringify({ plan, baseVersion }));
  } catch {
    dropDraft(plan.id);
  }
}

export function dropDraft(planId: string): void {
  localStorage.removeItem(keyOf(planId, me));
}

/** This window's own draft of a plan, or one that a closed window left behind; null when all is saved. */
export async function findDraft(planId: string): Promise<Draft | null> {
  const own = read(keyOf(planId, me));
  if (own) return own;
  const held = new Set((await navigator.locks?.query())?.held?.map((l) => l.name) ?? []);
  const prefix = `${PREFIX}${planId}.`;
  for (const key of Object.keys(localStorage)) {
    if (!key.startsWith(prefix) || held.has(lockOf(key.slice(prefix.length)))) continue;
    const draft = read(key);
    if (!draft) continue;
    keepDraft(draft.plan, draft.baseVersion);
    localStorage.removeItem(key);
    return draft;
  }
  return null;
}

function read(key: string): Draft | null {
  const text = localStorage.getItem(key);
  if (text === null) return null;
  try {
    const result = v.safeParse(DraftSchema, JSON.parse(text));
    return result.success ? result.output : null;
  } catch {
    return null;
  }
}
