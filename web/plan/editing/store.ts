import { useEffect } from 'react';
import { create } from 'zustand';
import {
  change,
  doAgain,
  type Edited,
  type History,
  NO_HISTORY,
  type Plan,
  type Step,
  stepsBetween,
  takeBack,
  wellFormed,
} from '../../../core/class/index.ts';
import type { StoredPlan } from '../../../core/wire/index.ts';

export type SaveState =
  | { kind: 'saved' }
  | { kind: 'pending' }
  | { kind: 'saving' }
  /** The server cannot be reached or refused; the text is kept in this browser and tried again. */
  | { kind: 'failed'; message: string }
  /** The class is in the bin: what is changed is kept in this browser till it is brought back. */
  | { kind: 'binned' }
  /** Somebody saved a newer version; both texts are kept until one is chosen. */
  | { kind: 'conflict'; theirs: StoredPlan };

export interface BuilderState {
  plan: Plan | null;
  history: History;
  /** Version on the server that `plan` was made from. */
  baseVersion: number;
  save: SaveState;
  load: (plan: Plan, baseVersion: number, save: SaveState) => void;
  /** The one way in: makes some steps on the class as it is now; what changes nothing leaves no trace. */
  dispatch: (steps: readonly Step[], merge?: string) => void;
  /** Makes the steps that an edit of the class as it is now comes to. */
  edit: Edit;
  undo: () => void;
  redo: () => void;
  setSave: (save: SaveState, baseVersion?: number) => void;
}

/** A pure edit: of a class as it then is, to a class; edits under one `merge` key within a moment are one to take back. */
export type Edit = (change: (plan: Plan) => Plan, merge?: string) => void;

/** The class being built, and what was done to it. */
export const useBuilder = create<BuilderState>()((set, get) => {
  const move = (how: (edited: Edited) => Edited) => {
    const { plan, history } = get();
    if (!plan) return;
    const next = how({ plan, history });
    if (next.history !== history || next.plan !== plan) set(next);
  };
  return {
    plan: null,
    history: NO_HISTORY,
    baseVersion: 0,
    save: { kind: 'saved' },
    load: (plan, baseVersion, save) => set({ plan, baseVersion, save, history: NO_HISTORY }),
    dispatch: (steps, merge) => move((edited) => change(edited, steps, Date.now(), merge)),
    edit: (to, merge) => {
      const { plan, dispatch } = get();
      if (!plan) return;
      const changed = to(plan);
      // What is pasted may hold half a character, which nothing can store.
      if (changed !== plan) dispatch(stepsBetween(plan, wellFormed(changed)), merge);
    },
    undo: () => move(takeBack),
    redo: () => move(doAgain),
    setSave: (save, baseVersion) => set(baseVersion === undefined ? { save } : { save, baseVersion }),
  };
});

/** Applies a pure edit to the class being built. */
export const edit: Edit = (to, merge) => useBuilder.getState().edit(to, merge);
export const undo = () => useBuilder.getState().undo();
export const redo = () => useBuilder.getState().redo();

/** Ctrl or Cmd with Z takes back, with Shift does again; a field that has taken its own text back keeps the key. */
export function useUndoKeys(): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.defaultPrevented || !(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
