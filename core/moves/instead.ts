import { insteadOf, keyOf, type Library } from './library.ts';
import type { KitItem, Move, Reason } from './schema.ts';
import { alternativesTo } from './swap.ts';

/** Names of what is at hand; null where nothing is known of the kit, and anything may be. */
export const atHand = (kitRoom: readonly KitItem[]): string[] | null =>
  kitRoom.length === 0 ? null : kitRoom.filter((k) => k.count > 0).map((k) => k.name);

/** True where a move has no caution for any of some reasons. */
export const freeOf = (move: Pick<Move, 'instead'>, reasons: readonly Reason[]): boolean =>
  reasons.every((r) => move.instead[r] === undefined);

/**
 * What to do in place of a move for all of some reasons at once: the library's stand-ins followed, one after the other, until one
 * is free of all of them; where none is, the nearest move that is, no harder and with no more impact. Null where none is known.
 * @param kit names of what is at hand; null for anything
 */
export function insteadFor(
  library: Library,
  move: Move,
  reasons: readonly Reason[],
  kit: readonly string[] | null,
): Move | null {
  const seen = new Set([keyOf(move.name)]);
  let next: Move[] = [move];
  while (next.length > 0) {
    const further: Move[] = [];
    for (const m of next)
      for (const reason of reasons) {
        const found = insteadOf(library, m, reason);
        if (!found || seen.has(keyOf(found.name))) continue;
        if (freeOf(found, reasons)) return found;
        seen.add(keyOf(found.name));
        further.push(found);
      }
    next = further;
  }
  const near = alternativesTo(library, move, { used: [], kit, limit: 30, audience: reasons }).map((a) => a.move);
  return near.find((m) => freeOf(m, reasons) && m.effort <= move.effort && !(m.impact === 'high')) ?? null;
}
