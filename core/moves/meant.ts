import { type Body, bodyOf, donesOf, type Plan, type Position } from '../class/index.ts';
import { indexMoves, type MoveIndex, suggestMoves } from './find.ts';
import { keyOf, type Library } from './library.ts';
import { isFor, type Placed, readIn, strays } from './placed.ts';
import type { Move } from './schema.ts';
import { keyOfName } from './spelling.ts';
import { allAnswered, answersOf, bareName, moveFrom, withAlias } from './tell.ts';

const MOST_CANDIDATES = 3;
const NO_USES: ReadonlyMap<string, number> = new Map();
const FOUND = new WeakMap<Library, { index: MoveIndex; names: Map<string, readonly Move[]> }>();

/**
 * Moves of the library that a name may mean, at most three: its several meanings, or what is found by its words; those that are done
 * where everybody stays first, none that cannot be.
 */
export function candidatesFor(name: string, library: Library, body: Body = {}): readonly Move[] {
  const reading = library.read(name);
  const { stays = 'free' } = body;
  const byPlace = (moves: readonly Move[]) =>
    sorted(moves, (m) => (isFor(m, body) ? 0 : 1)).filter((m) => !strays(m, stays));
  if (reading.kind === 'guessed' && reading.meanings.length > 0) return byPlace(reading.meanings);
  const kept = FOUND.get(library) ?? { index: indexMoves(library.moves), names: new Map<string, readonly Move[]>() };
  FOUND.set(library, kept);
  const key = `${stays} ${name}`;
  const before = kept.names.get(key);
  if (before) return before;
  const words = name.split(/\s+/);
  const there = stays === 'free' || stays === 'noFloor' ? [] : [`${stays} ${name}`, `${stays} ${words.at(-1)}`];
  const tries = [...there, name, words.slice(-2).join(' '), words.at(-1) ?? ''];
  const found = tries
    .flatMap((text) => suggestMoves(kept.index, library, text, NO_USES, MOST_CANDIDATES))
    .map((s) => s.move);
  const moves = byPlace([...new Set(found)].filter((m) => keyOf(m.name) !== keyOf(name))).slice(0, MOST_CANDIDATES);
  if (kept.names.size > 1000) kept.names.clear();
  kept.names.set(key, moves);
  return moves;
}

const sorted = <T>(all: readonly T[], rank: (x: T) => number): T[] => [...all].sort((a, b) => rank(a) - rank(b));

/** A name that is guessed, unknown or has several meanings, with what it may be. */
export interface Unsettled {
  name: string;
  kind: 'guessed' | 'unknown';
  /** Where it is done in this class, where the class says so. */
  position?: Position | undefined;
  /** A move of its own, as it is guessed from its words; null where it is rather one of the library's, or nothing is guessed. */
  guess: Move | null;
  /** Moves of the library that it may mean, the likeliest first. */
  meanings: readonly Move[];
}

/** The names of a class that are to be settled, one for a move: those with several meanings, the other guesses, then the unknown. */
export function toSettle(plan: Pick<Plan, 'blocks' | 'body'>, library: Library): Unsettled[] {
  const all = plan.blocks.flatMap((block) => {
    const body = bodyOf(plan, block);
    return block.stations.flatMap((s) => donesOf(s).map((placed) => ({ placed, body })));
  });
  const open = all.flatMap(({ placed, body }) => unsettled(placed, body, library) ?? []);
  const names = new Map(open.map((u) => [keyOfName(bareName(u.name)), u]));
  const rank = ({ kind, guess }: Unsettled) => (kind === 'unknown' ? 2 : guess ? 1 : 0);
  return sorted([...names.values()], rank);
}

function unsettled(placed: Placed, body: Body, library: Library): Unsettled | null {
  const { position, reading: there } = readIn(library, placed, body);
  if (there.kind === 'known') return null;
  // What is kept of a name is for every class: it says nothing of where this one stays.
  const reading = library.read(placed.move);
  const of = { name: placed.move, position, meanings: candidatesFor(placed.move, library, body) };
  if (reading.kind !== 'guessed') return { ...of, kind: 'unknown', guess: null };
  return { ...of, kind: 'guessed', guess: reading.meanings.length > 0 ? null : reading.move };
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
