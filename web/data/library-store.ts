import { create } from 'zustand';
import { type KitItem, type Library, libraryOf } from '../../core/moves/index.ts';
import { type Thresholds, USUAL_THRESHOLDS } from '../../core/norms/index.ts';
import { api } from './api.ts';

interface LibraryState {
  state: 'loading' | 'ready' | 'failed';
  library: Library;
  kit: readonly KitItem[];
  thresholds: Thresholds;
  /** The moves of the last three classes led, the newest first. */
  lately: readonly (readonly string[])[];
  load: () => Promise<void>;
  setKit: (kit: readonly KitItem[]) => void;
  setThresholds: (thresholds: Thresholds) => void;
}

/** What the instructor knows and has: moves, kit room, thresholds of the checks. One copy for all screens. */
export const useLibrary = create<LibraryState>((set) => ({
  state: 'loading',
  library: libraryOf([]),
  kit: [],
  thresholds: USUAL_THRESHOLDS,
  lately: [],
  load: async () => {
    try {
      const [moves, kit, thresholds, lately] = await Promise.all([
        api.moves(),
        api.kit(),
        api.thresholds(),
        api.movesLately(),
      ]);
      set({ state: 'ready', library: libraryOf(moves), kit, thresholds, lately });
    } catch {
      // What is already here stays: a builder without the server goes on with the library it had.
      set((s) => ({ state: s.state === 'ready' ? 'ready' : 'failed' }));
    }
  },
  setKit: (kit) => set({ kit }),
  setThresholds: (thresholds) => set({ thresholds }),
}));
