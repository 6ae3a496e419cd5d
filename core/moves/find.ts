import { keyOf } from './library.ts';
import type { Area, Impact, Move, Pattern, Position, Use } from './schema.ts';
import { AREA_WORDS, PART_WORDS, PATTERN_WORDS, POSITION_WORDS } from './words.ts';

/** What is looked for; an empty query finds everything. */
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
  entries: readonly { move: Move; words: readonly string[]; name: string }[];
}

export function indexMoves(moves: readonly Move[]): MoveIndex {
  return {
    entries: moves.map((move) => {
      const said = [
        move.name,
        AREA_WORDS[move.area],
        PATTERN_WORDS[move.pattern],
        POSITION_WORDS[move.position],
        ...move.kit,
        ...move.main.map((p) => PART_WORDS[p]),
      ].join(' ');
      return { move, words: keyOf(said).split(/[\s-]+/), name: keyOf(move.name) };
    }),
  };
}

/** The moves that fit, those whose name begins with the text first, then by name as indexed. */
export function findMoves(index: MoveIndex, query: MoveQuery): Move[] {
  const wanted = keyOf(query.text)
    .split(/[\s-]+/)
    .filter(Boolean);
  const hand = query.kitAtHand === null ? null : new Set(query.kitAtHand.map(keyOf));
  const out = new Set(query.notIn.map(keyOf));
  const first: Move[] = [];
  const then: Move[] = [];
  for (const { move, words, name } of index.entries) {
    if (query.area !== null && move.area !== query.area) continue;
    if (query.pattern !== null && move.pattern !== query.pattern) continue;
    if (query.position !== null && move.position !== query.position) continue;
    if (query.use !== null && !move.use.includes(query.use)) continue;
    if (query.impact !== null && move.impact !== query.impact) continue;
    if (query.side !== null && move.oneSided !== (query.side === 'one')) continue;
    if (hand && !move.kit.every((k) => hand.has(keyOf(k)))) continue;
    if (out.has(name)) continue;
    if (!wanted.every((w) => words.some((word) => word.startsWith(w)))) continue;
    (wanted.length > 0 && name.startsWith(wanted[0] ?? '') ? first : then).push(move);
  }
  return [...first, ...then];
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
