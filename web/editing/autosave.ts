import { useEffect } from 'react';
import { toast } from 'sonner';
import type { Plan } from '../../core/plan/index.ts';
import { ApiError, api, conflictOf } from '../data/index.ts';
import { dropDraft, findDraft, keepDraft } from './drafts.ts';
import { useBuilder } from './store.ts';

const QUIET_MS = 500;
const RETRY_MS = 4000;

/** Opens a class: the server's text, or this browser's unsaved draft of it when there is one. */
export async function openPlan(id: string): Promise<void> {
  const draft = await findDraft(id);
  const { load } = useBuilder.getState();
  try {
    const stored = await api.plan(id);
    if (stored.told.length > 0)
      toast(`This class is of an older version. ${stored.told.join(' ')}`, { duration: 30_000, closeButton: true });
    if (!draft || JSON.stringify(draft.plan) === JSON.stringify(stored.plan)) {
      dropDraft(id);
      // What an older class has become is kept, so that it is told once; the text before it stays in the history.
      load(stored.plan, stored.version, { kind: stored.told.length > 0 ? 'pending' : 'saved' });
    } else if (draft.baseVersion === stored.version) {
      load(draft.plan, draft.baseVersion, { kind: 'pending' });
    } else {
      load(draft.plan, draft.baseVersion, { kind: 'conflict', theirs: stored });
    }
  } catch (error) {
    if (!draft) throw error;
    load(draft.plan, draft.baseVersion, { kind: 'pending' });
  }
}

/** Saves the class shortly after every change; what cannot be saved stays in the browser and is tried again. */
export function useAutosave(): void {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let running = false;
    const later = (ms: number) => {
      clearTimeout(timer);
      timer = setTimeout(save, ms);
    };
    const save = async () => {
      const { plan, baseVersion, save: state, setSave } = useBuilder.getState();
      if (!plan || running || state.kind === 'conflict' || state.kind === 'saved') return;
      running = true;
      setSave({ kind: 'saving' });
      try {
        const stored = await api.savePlan(plan, baseVersion);
        const unchanged = useBuilder.getState().plan === plan;
        if (unchanged) dropDraft(plan.id);
        else keepCurrent(stored.version);
        setSave(unchanged ? { kind: 'saved' } : { kind: 'pending' }, stored.version);
        if (!unchanged) later(QUIET_MS);
      } catch (error) {
        const theirs = conflictOf(error);
        const message = error instanceof ApiError ? error.message : 'Saving failed';
        setSave(theirs ? { kind: 'conflict', theirs } : { kind: 'failed', message });
        if (!theirs) later(RETRY_MS);
      } finally {
        running = false;
      }
    };
    const stop = useBuilder.subscribe((now, before) => {
      if (!now.plan || now.plan === before.plan) return;
      if (now.plan.id !== before.plan?.id) {
        if (now.save.kind === 'pending') later(0);
        return;
      }
      keepDraft(now.plan, now.baseVersion);
      if (now.save.kind !== 'conflict') {
        if (!running) now.setSave({ kind: 'pending' });
        later(QUIET_MS);
      }
    });
    const onOnline = () => void save();
    window.addEventListener('online', onOnline);
    if (useBuilder.getState().save.kind === 'pending') later(0);
    return () => {
      stop();
      window.removeEventListener('online', onOnline);
      void save();
      clearTimeout(timer);
    };
  }, []);
}

function keepCurrent(version: number): void {
  const { plan } = useBuilder.getState();
  if (plan) keepDraft(plan, version);
}

/** Settles a conflict: mine over theirs (theirs stays among the versions). */
export async function keepMine(mine: Plan, theirVersion: number): Promise<void> {
  const { setSave } = useBuilder.getState();
  try {
    const stored = await api.savePlan(mine, theirVersion);
    dropDraft(mine.id);
    setSave({ kind: 'saved' }, stored.version);
  } catch (error) {
    const theirs = conflictOf(error);
    if (theirs) setSave({ kind: 'conflict', theirs });
    else throw error;
  }
}
