import { guessMove } from './guess.ts';
import { HELD, PLACES, SEATS } from './lexicon.ts';
import type { Move } from './schema.ts';
import { keyOfWords, type Lookup, lookupsFor, type Said, type Spelled, spell } from './spelling.ts';

/**
 * What a typed name stands for. `known` is a move of the library under its name, another name, or either with side, kit or
 * count said beside it; `guessed` is made from the words and may be wrong; of an `unknown` one nothing may be claimed.
 */
export type Reading =
  | { kind: 'known'; said: Said; move: Move; of: Move }
  | { kind: 'guessed'; said: Said; move: Move; words: readonly string[] }
  | { kind: 'unknown'; said: Said; move: null };

/** Reads names against some moves. */
export interface Reader {
  read(name: string): Reading;
}

/** A reader over some moves; made ready at the first name, each name read once. */
export function readerOf(moves: readonly Move[]): Reader {
  let index: ReadonlyMap<string, Move> | null = null;
  const read = new Map<string, Reading>();
  return {
    read(name) {
      const before = read.get(name);
      if (before) return before;
      index ??= indexOf(moves);
      const reading = readWith(index, name);
      if (read.size > MOST_KEPT) read.clear();
      read.set(name, reading);
      return reading;
    },
  };
}

/** Names remembered before all are forgotten: enough for a class and for what is typed, not for ever. */
const MOST_KEPT = 2000;

/** Every name and alias under the key of its words; a move's own name before another's alias, the instructor's before ours. */
function indexOf(moves: readonly Move[]): Map<string, Move> {
  const index = new Map<string, Move>();
  const add = (name: string, move: Move) => {
    const key = keyOfName(name);
    if (key !== '' && !index.has(key)) index.set(key, move);
  };
  const own = (m: Move) => (m.own ? 0 : 1);
  const ordered = [...moves].sort((a, b) => own(a) - own(b));
  for (const move of ordered) add(move.name, move);
  for (const move of ordered) for (const alias of move.aliases) add(alias, move);
  return index;
}

/** The key of a whole name; two names with one key are the same move. */
export const keyOfName = (name: string): string => keyOfWords(spell(name).words.map((w) => w.text));

function readWith(index: ReadonlyMap<string, Move>, name: string): Reading {
  const spelled = spell(name);
  const { words: _, ...said } = spelled;
  for (const lookup of lookupsFor(spelled)) {
    const of = index.get(lookup.key);
    if (!of || !fits(of, lookup, spelled)) continue;
    const beside = saidBeside(said, lookup, of);
    const kit = kitWith(of, beside.kit);
    return { kind: 'known', said: beside, of, move: kit === of.kit ? of : { ...of, kit: [...kit] } };
  }
  const guess = guessMove(name, spelled, (key) => index.get(key));
  if (guess) return { kind: 'guessed', said, ...guess };
  return { kind: 'unknown', said, move: null };
}

/**
 * A position said in the name and left aside is one the move is done in; and a stretch with a weight in the hand is another
 * move.
 */
function fits(move: Move, { places, aside }: Lookup, { kit }: Spelled): boolean {
  const weighted = aside.includes('kit') && kit.some((k) => HELD.has(k));
  if (weighted && (move.pattern === 'stretch' || move.pattern === 'mobilise')) return false;
  return places.every((w) => PLACES.get(w)?.includes(move.position) ?? true);
}

/** What the name says beside the move: nothing that its own name says already. */
function saidBeside(said: Said, { aside }: Lookup, move: Move): Said {
  const left = (role: Lookup['aside'][number]) => aside.includes(role);
  return {
    side: left('side') ? said.side : null,
    both: left('turns') ? said.both : null,
    reps: left('count') ? said.reps : null,
    // Kit that is part of a name the move goes by says only with what, where the move has kit of that kind.
    kit: said.kit.filter((k) => !move.kit.includes(k) && (left('kit') || move.kit.some((own) => sameKind(own, k)))),
  };
}

/** One takes the other's place: both are held in the hands, or both are sat, leant or stepped on. */
const sameKind = (a: string, b: string) => (HELD.has(a) && HELD.has(b)) || (SEATS.has(a) && SEATS.has(b));

/** The move's kit with what the name adds, in the place of what is of the same kind. */
function kitWith(move: Move, added: readonly string[]): readonly string[] {
  if (added.length === 0) return move.kit;
  return [...move.kit.filter((own) => !added.some((k) => sameKind(own, k))), ...added];
}
