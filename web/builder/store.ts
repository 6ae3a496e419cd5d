import { useEffect } from 'react';
import { temporal } from 'zundo';
import { create } from 'zustand';
import { type Plan, wellFormed } from '../../core/plan/index.ts';
import type { StoredPlan } from '../app/api.ts';

export type SaveState =
  | { kind: 'saved' }
  | { kind: 'pending' }
  | { kind: 'saving' }
  /** The server cannot be reached or refused; the text is kept in this browser and tried again. */
  | { kind: 'failed'; message: string }
  /** Somebody saved a newer version; both texts are kept until one is chosen. */
  | { kind: 'conflict'; theirs: StoredPlan };

interface BuilderState {
  plan: Plan | null;
  /** Version on the server that `plan` was made from. */
  baseVersion: number;
  save: SaveState;
  load: (plan: Plan, baseVersion: number, save: SaveState) => void;
  /** Applies an edit; one that changes nothing leaves no trace in the history. */
  edit: Edit;
  setSave: (save: SaveState, baseVersion?: number) => void;
}

/** The class being built; undo and redo cover the plan alone. */
export const useBuilder = create<BuilderState>()(
  temporal(
    (set, get) => ({
      plan: null,
      baseVersion: 0,
      save: { kind: 'saved' },
      load: (plan, baseVersion, save) => {
        set({ plan, baseVersion, save });
        useBuilder.temporal.getState().clear();
      },
      edit: (change) => {
        const { plan } = get();
        if (!plan) return;
        const changed = change(plan);
        if (changed === plan) return;
        // What is pasted may hold half a character, which nothing can store.
        const next = wellFormed(changed);
        if (next !== plan) set({ plan: next });
      },
      setSave: (save, baseVersion) => set(baseVersion === undefined ? { save } : { save, baseVersion }),
    }),
    {
      partialize: ({ plan }) => ({ plan }),
      equality: (a, b) => a.plan === b.plan,
      limit: 500,
    },
  ),
);

/** Applies a pure edit to the class being built. */
export type Edit = (change: (plan: Plan) => Plan) => void;

export const undo = () => useBuilder.temporal.getState().undo();
export const redo = () => useBuilder.temporal.getState().redo();

/** Ctrl or Cmd with Z takes back, with Shift does again. */
export function useUndoKeys(): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
