import type { Move } from './schema.ts';
import { keyOfName } from './spelling.ts';

/** A move done in a milder way. */
interface Milder {
  move: Move;
  /** What the words ask for is not sure. */
  isGuess: boolean;
  /** The move of the library that is meant by it; null where it is the same move, done with less. */
  twin: Move | null;
}

/**
 * What milder words make of a move: a step less effort; where they say that nothing lands, or a jump is done slowly, the way the
 * library names for it, or else the move without its landing. What runs still lands when it is done slowly.
 * @param words of the lexicon's `MILD`
 * @param find the move of a key of words
 */
export function milderOf(move: Move, words: readonly string[], find: (key: string) => Move | undefined): Milder {
  const asks = (...any: string[]) => any.some((w) => words.includes(w));
  const jumps = move.impact === 'high' && move.pattern === 'jump';
  const eased = asks('lowimpact', 'modified') ? move.impact !== 'none' : asks('slow', 'easy', 'gentle') && jumps;
  const effort = Math.max(1, move.effort - 1);
  if (!eased) return { move: { ...move, effort }, isGuess: asks('modified'), twin: null };
  const twin = withoutLanding(move, find);
  const none = { ...move, effort, impact: 'none', landings: 0, noise: 'quiet' } as const;
  return { move: twin ?? none, isGuess: true, twin };
}

/** The nearest way of a move without a landing that the library names; null where it names none. */
function withoutLanding(move: Move, find: (key: string) => Move | undefined): Move | null {
  const seen = new Set<string>();
  for (let m: Move | undefined = move; m && !seen.has(m.name); ) {
    if (m.impact === 'none') return m;
    seen.add(m.name);
    const next: string | undefined = m.instead.noJumping ?? m.easier ?? undefined;
    m = next === undefined ? undefined : find(keyOfName(next));
  }
  return null;
}
