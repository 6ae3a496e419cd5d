import { useEffect } from 'react';
import * as v from 'valibot';
import { create } from 'zustand';
import type { WeightUnit } from '../../../core/class/index.ts';
import { type Thresholds, USUAL_THRESHOLDS } from '../../../core/judge/index.ts';
import { type KitItem, keyOf, type Library, libraryOf, type Move, type Uses } from '../../../core/moves/index.ts';
import { type Habits, library } from '../../../core/wire/index.ts';
import { api } from './api.ts';
import { ask } from './client.ts';

interface LibraryState {
  state: 'loading' | 'ready' | 'failed';
  library: Library;
  kit: readonly KitItem[];
  thresholds: Thresholds;
  /** The unit of a weight typed without one. */
  weightUnit: WeightUnit;
  /** The moves of the last three classes led, the newest first. */
  lately: readonly (readonly string[])[];
  /** How often each name is on the stations of the newest classes. */
  used: readonly Uses[];
  load: () => Promise<void>;
  /** Keeps moves for the club: on the server, then here. Rejects when the server did not take them. */
  keepMoves: (moves: readonly Move[]) => Promise<void>;
  setKit: (kit: readonly KitItem[]) => void;
  setThresholds: (thresholds: Thresholds) => void;
  setWeightUnit: (unit: WeightUnit) => void;
  /** How the club does things. */
  habits: Habits;
  /** Sets how the club does things: here at once, then on the server. Rejects, and takes it back, when the server did not take it. */
  keepHabits: (habits: Habits) => Promise<void>;
}

/** Loads and changes are numbered as they are asked for: an answer older than what stands here is passed over. */
let asked = 0;
let taken = 0;

/** The library store: moves, kit room, thresholds. One copy for all screens. */
export const useLibrary = create<LibraryState>((set, get) => ({
  state: 'loading',
  library: libraryOf([]),
  kit: [],
  thresholds: USUAL_THRESHOLDS,
  weightUnit: 'kg',
  lately: [],
  used: [],
  habits: v.parse(library.HabitsSchema, {}),
  load: async () => {
    const own = ++asked;
    try {
      const [moves, kit, thresholds, lately, used, units, habits] = await Promise.all([
        api.moves(),
        api.kit(),
        api.thresholds(),
        api.movesLately(),
        api.movesUsed(),
        api.units(),
        api.habits(),
      ]);
      if (own < taken) return get().state === 'ready' ? undefined : await get().load();
      taken = own;
      set({
        state: 'ready',
        library: libraryOf(moves),
        kit,
        thresholds,
        lately,
        used,
        weightUnit: units.weight,
        habits,
      });
    } catch {
      // What is already here stays: a builder without the server goes on with the library it had.
      set((s) => ({ state: s.state === 'ready' ? 'ready' : 'failed' }));
    }
  },
  keepMoves: async (moves) => {
    await api.saveMoves(moves);
    taken = ++asked;
    set(({ library }) => {
      const keys = new Set(moves.map((m) => keyOf(m.name)));
      const others = library.moves.filter((m) => !keys.has(keyOf(m.name)));
      return { library: libraryOf([...others, ...moves.map((m) => ({ ...m, own: true }))]) };
    });
  },
  setKit: (kit) => set({ kit }),
  setThresholds: (thresholds) => set({ thresholds }),
  setWeightUnit: (weightUnit) => set({ weightUnit }),
  keepHabits: async (habits) => {
    const before = get().habits;
    set({ habits });
    try {
      await ask(library.saveHabits, { body: habits });
    } catch (error) {
      set({ habits: before });
      throw error;
    }
  },
}));

/** The library as a screen uses it that opens no class: loaded when it is first asked for. Before that nothing is known of any move. */
export function useMoves(): LibraryState {
  const all = useLibrary();
  const { state, load } = all;
  useEffect(() => {
    if (state === 'loading') void load();
  }, [state, load]);
  return all;
}
