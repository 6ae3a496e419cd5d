import type { Station } from '../plan/index.ts';
import { type Move, plainMove, type Reason } from './schema.ts';

/** The moves by name; names are the same whatever their case. */
export interface Library {
  moves: readonly Move[];
  /** The move of a name, or null when the library has none. */
  get(name: string): Move | null;
}

export function libraryOf(moves: readonly Move[]): Library {
  const byName = new Map(moves.map((m) => [keyOf(m.name), m]));
  return { moves, get: (name) => byName.get(keyOf(name)) ?? null };
}

/** The move of a name; a plain one where the library has none. */
export const moveOf = (library: Library, name: string): Move => library.get(name) ?? plainMove(name);

/** How names are compared: lower case, straight apostrophes, single spaces. */
export function keyOf(name: string): string {
  return name.toLowerCase().replaceAll('\u2019', "'").replace(/\s+/g, ' ').trim();
}

/** What a station takes over from a move: kit, options, form cues. */
export function detailsOf(move: Move): Pick<Station, 'kit' | 'easier' | 'harder' | 'formCues'> {
  return {
    ...(move.kit.length > 0 ? { kit: move.kit } : {}),
    ...(move.easier ? { easier: move.easier } : {}),
    ...(move.harder ? { harder: move.harder } : {}),
    ...(move.cues.length > 0 ? { formCues: move.cues } : {}),
  };
}

/** The station with another move on it: what depends on the move changes, times, sides and reps stay. */
export function withMove(station: Station, move: Move): Station {
  const { kit: _, easier: __, harder: ___, formCues: ____, lowImpact: _____, tempo: ______, ...rest } = station;
  const sides =
    move.oneSided && station.sides.mode === 'none'
      ? ({ mode: 'split', first: 'left' } as const)
      : !move.oneSided && station.sides.mode !== 'none'
        ? ({ mode: 'none' } as const)
        : station.sides;
  return { ...rest, move: move.name, sides, ...detailsOf(move) };
}

/** The move to do in place of another for a reason, followed through the library; null when it needs none or names none. */
export function insteadOf(library: Library, move: Move, reason: Reason): Move | null {
  const name = move.instead[reason];
  return name === undefined ? null : library.get(name);
}
