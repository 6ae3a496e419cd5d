import type { Block, Body, Position } from '../class/index.ts';
import { keyOf, type Library, moveKey } from './library.ts';
import { isFor } from './placed.ts';
import type { Area, Impact, Move, Pattern, Use } from './schema.ts';
import { AREA_WORDS, PART_WORDS, PATTERN_WORDS, POSITION_WORDS } from './words.ts';

/** A search of the library; an empty query finds everything. */
export interface MoveQuery {
  /** Words that must each begin a word of the move's name, parts, pattern, area, position or kit. */
  text: string;
  area: Area | null;
  pattern: Pattern | null;
  position: Position | null;
  use: Use | null;
  impact: Impact | null;
  side: 'one' | 'both' | null;
  /** Only moves that need nothing but this kit; null does not ask. */
  kitAtHand: readonly string[] | null;
  /** Names (any case) to leave out: the moves of the last classes. */
  notIn: readonly string[];
}

export const ANY_MOVE: MoveQuery = {
  text: '',
  area: null,
  pattern: null,
  position: null,
  use: null,
  impact: null,
  side: null,
  kitAtHand: null,
  notIn: [],
};

/** Moves made ready to be searched at every keystroke. */
export interface MoveIndex {
  entries: readonly Entry[];
}

interface Entry {
  move: Move;
  /** All words a move may be found by, each after a space, so that a word is found by its beginning. */
  words: string;
  /** Its name and other names, each after a bar and with spaces for hyphens. */
  names: string;
  name: string;
}

const spaced = (text: string) => keyOf(text).replace(/[\s-]+/g, ' ');

export function indexMoves(moves: readonly Move[]): MoveIndex {
  return {
    entries: moves.map((move) => {
      const names = [move.name, ...move.aliases].map(spaced);
      const facts = [
        AREA_WORDS[move.area],
        PATTERN_WORDS[move.pattern],
        POSITION_WORDS[move.position],
        ...move.kit,
        ...move.main.map((p) => PART_WORDS[p]),
      ].map(spaced);
      return {
        move,
        words: ` ${[...new Set([...names, ...facts].flatMap((n) => n.split(' ')))].join(' ')}`,
        names: `|${names.join('|')}`,
        name: keyOf(move.name),
      };
    }),
  };
}

/** The moves that fit: those whose name begins with the text first, then those another name of which does, then the rest as indexed. */
export function findMoves(index: MoveIndex, query: MoveQuery): Move[] {
  const asked = spaced(query.text);
  const wanted = asked
    .split(' ')
    .filter(Boolean)
    .map((w) => ` ${w}`);
  const hand = query.kitAtHand === null ? null : new Set(query.kitAtHand.map(keyOf));
  const out = new Set(query.notIn.map(keyOf));
  const first: Move[] = [];
  const second: Move[] = [];
  const then: Move[] = [];
  for (const { move, words, names, name } of index.entries) {
    if (query.area !== null && move.area !== query.area) continue;
    if (query.pattern !== null && move.pattern !== query.pattern && move.second !== query.pattern) continue;
    if (query.position !== null && move.position !== query.position) continue;
    if (query.use !== null && !move.use.includes(query.use)) continue;
    if (query.impact !== null && move.impact !== query.impact) continue;
    if (query.side !== null && move.oneSided !== (query.side === 'one')) continue;
    if (hand && !move.kit.every((k) => hand.has(keyOf(k)))) continue;
    if (out.has(name)) continue;
    if (!wanted.every((w) => words.includes(w))) continue;
    if (wanted.length === 0) then.push(move);
    else if (names.startsWith(`|${asked}`)) first.push(move);
    else (names.includes(`|${asked}`) ? second : then).push(move);
  }
  return [...first, ...second, ...then];
}

/** A name and how often it is used. */
export interface Uses {
  name: string;
  uses: number;
}

/** The uses of all names of a move together, by its key. */
export function usesOf(used: readonly Uses[], library: Pick<Library, 'get'>): Map<string, number> {
  const sums = new Map<string, number>();
  for (const { name, uses } of used) {
    const key = moveKey(library, name);
    sums.set(key, (sums.get(key) ?? 0) + uses);
  }
  return sums;
}

/** A move offered while a name is typed, under the name that begins like what is typed. */
export interface Suggestion {
  move: Move;
  /** The move's name, or the other name of it that begins like the text. */
  as: string;
  /** The name begins like the text. */
  begins: boolean;
}

/**
 * What to offer for a text, the best first: what it is known to stand for, then names that begin like it, then names that
 * have its words; then by how it fits there; among equals what is used most.
 * @param used how often each move is used, by its name in small letters
 * @param fitsThere how well a move fits where the text is typed, 0 to 1; see `fitIn`
 */
export function suggestMoves(
  index: MoveIndex,
  library: Pick<Library, 'get'>,
  text: string,
  used: ReadonlyMap<string, number>,
  limit: number,
  fitsThere: (move: Move) => number = () => 1,
): Suggestion[] {
  const asked = spaced(text);
  if (asked === '') return [];
  const known = library.get(text);
  const found = findMoves(index, { ...ANY_MOVE, text });
  const rank = (s: Suggestion) => (s.move === known ? 1 : 0) + (s.begins ? 2 : 0) + 3 * fitsThere(s.move);
  return [...new Set([...(known ? [known] : []), ...found])]
    .map((move): Suggestion => {
      const as = [move.name, ...move.aliases].find((n) => spaced(n).startsWith(asked));
      return { move, as: as ?? move.name, begins: as !== undefined };
    })
    .map((s, k) => ({ s, k, uses: used.get(keyOf(s.move.name)) ?? 0 }))
    .sort((a, b) => rank(b.s) - rank(a.s) || b.uses - a.uses || a.s.as.length - b.s.as.length || a.k - b.k)
    .slice(0, limit)
    .map(({ s }) => s);
}

const USE_IN: Record<Block['role'], Use | null> = {
  warmUp: 'warmUp',
  main: 'main',
  finisher: 'main',
  coolDown: 'coolDown',
  other: null,
};

/** How well a move fits into a block: by its part of the class, where everybody stays, and the kit that is out; 0 to 1. */
export function fitIn(block: Pick<Block, 'role' | 'stations'>, body: Body): (move: Move) => number {
  const use = USE_IN[block.role];
  const out = new Set([...block.stations.flatMap((s) => s.kit ?? []), ...(body.hands ? [body.hands.kit] : [])]);
  return (move) =>
    (use === null || move.use.includes(use) ? 0.5 : 0) +
    (isFor(move, body) ? 0.3 : 0) +
    (out.size > 0 && move.kit.every((k) => out.has(k)) ? 0.2 : 0);
}

/** Names that look like the same move twice: equal but for case, spaces, hyphens and a plural s. Each group has two or more. */
export function duplicateMoves(moves: readonly Pick<Move, 'name'>[]): string[][] {
  const groups = new Map<string, string[]>();
  for (const { name } of moves) {
    const key = keyOf(name)
      .replace(/[\s-]+/g, '')
      .replace(/s$/, '');
    groups.set(key, [...(groups.get(key) ?? []), name]);
  }
  return [...groups.values()].filter((names) => names.length > 1);
}
