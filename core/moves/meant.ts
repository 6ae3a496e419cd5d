import type { Plan } from '../class/index.ts';
import { movesNamed } from './basis.ts';
import { indexMoves, type MoveIndex, suggestMoves } from './find.ts';
import { keyOf, type Library } from './library.ts';
import type { Reading } from './reading.ts';
import type { Move } from './schema.ts';
import { keyOfName } from './spelling.ts';
import { allAnswered, answersOf, bareName, moveFrom, withAlias } from './tell.ts';

const MOST_CANDIDATES = 3;
const NO_USES: ReadonlyMap<string, number> = new Map();
const FOUND = new WeakMap<Library, { index: MoveIndex; names: Map<string, readonly Move[]> }>();

/** Moves of the library that a name may mean, at most three: its several meanings, or what is found by its words. */
export function candidatesFor(name: string, library: Library): readonly Move[] {
  const reading = library.read(name);
  if (reading.kind === 'guessed' && reading.meanings.length > 0) return reading.meanings;
  const kept = FOUND.get(library) ?? { index: indexMoves(library.moves), names: new Map<string, readonly Move[]>() };
  FOUND.set(library, kept);
  const before = kept.names.get(name);
  if (before) return before;
  const words = name.split(/\s+/);
  const tries = [name, words.slice(-2).join(' '), words.at(-1) ?? ''];
  const found = tries
    .flatMap((text) => suggestMoves(kept.index, library, text, NO_USES, MOST_CANDIDATES))
    .map((s) => s.move);
  const moves = [...new Set(found)].filter((m) => keyOf(m.name) !== keyOf(name)).slice(0, MOST_CANDIDATES);
  if (kept.names.size > 1000) kept.names.clear();
  kept.names.set(name, moves);
  return moves;
}

/** A name that is guessed, unknown or has several meanings, with what it may be. */
export interface Unsettled {
  name: string;
  kind: 'guessed' | 'unknown';
  /** A move of its own, as it is guessed from its words; null where it is rather one of the library's, or nothing is guessed. */
  guess: Move | null;
  /** Moves of the library that it may mean, the likeliest first. */
  meanings: readonly Move[];
}

/** The names of a class that are to be settled, one for a move: those with several meanings, the other guesses, then the unknown. */
export function toSettle(plan: Pick<Plan, 'blocks'>, library: Library): Unsettled[] {
  const names = new Map(movesNamed(plan).map((name) => [keyOfName(bareName(name)), name]));
  const open = [...names.values()].flatMap((name) => unsettled(name, library) ?? []);
  const rank = ({ kind, guess }: Unsettled) => (kind === 'unknown' ? 2 : guess ? 1 : 0);
  return open.sort((a, b) => rank(a) - rank(b));
}

function unsettled(name: string, library: Library): Unsettled | null {
  const reading: Reading = library.read(name);
  if (reading.kind === 'known') return null;
  const meanings = candidatesFor(name, library);
  if (reading.kind === 'unknown') return { name, kind: 'unknown', guess: null, meanings };
  return { name, kind: 'guessed', guess: reading.meanings.length > 0 ? null : reading.move, meanings };
}

/** What is kept for the club when a name is settled as a move: the guess as a move of its own, or the move with one more name. */
export function settledAs({ name, guess }: Unsettled, move: Move, library: Library): Move {
  if (move !== guess) return withAlias(move, name);
  const answers = allAnswered(answersOf(guess));
  return answers ? moveFrom(name, answers, library.read(name).said, guess) : { ...guess, name: bareName(name) };
}

/** All guesses kept as they stand: each as its guess or its likeliest meaning; the unknown are left. */
export function settledAll(open: readonly Unsettled[], library: Library): Move[] {
  const kept = new Map<string, Move>();
  for (const one of open) {
    const move = one.kind === 'guessed' ? (one.guess ?? one.meanings[0]) : undefined;
    if (!move) continue;
    const made = settledAs(one, kept.get(keyOf(move.name)) ?? move, library);
    kept.set(keyOf(made.name), made);
  }
  return [...kept.values()];
}
