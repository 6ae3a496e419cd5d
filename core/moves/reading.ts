import { guessMove, named } from './guess.ts';
import { HELD, PLACES, PULLED, SEATS } from './lexicon.ts';
import { meaningsOfKey } from './meanings.ts';
import { milderOf } from './milder.ts';
import type { Move } from './schema.ts';
import { type Mended, Vocabulary } from './slips.ts';
import { hasStop, keyOfName, type Lookup, lookupsFor, type Said, type Spelled, spell } from './spelling.ts';

/**
 * What a typed name stands for. `known` is a move of the library under its name, another name, or either with side, kit or
 * count said beside it; `guessed` is made from the words and may be wrong: where `meanings` has moves of the library it is
 * as the first of them; of an `unknown` one nothing may be claimed.
 */
export type Reading =
  | { kind: 'known'; said: Said; move: Move; of: Move }
  | { kind: 'guessed'; said: Said; move: Move; words: readonly string[]; meanings: readonly Move[] }
  | { kind: 'unknown'; said: Said; move: null };

/** Reads names against some moves. */
export interface Reader {
  read(name: string): Reading;
  /** A name with its slips mended, where it is not known as it was typed. */
  mended(name: string): Mended;
}

/** A reader over some moves; made ready at the first name, each name read once. */
export function readerOf(moves: readonly Move[]): Reader {
  let index: ReadonlyMap<string, Move> | null = null;
  let vocabulary: Vocabulary | null = null;
  const readings = new Map<string, Reading>();
  const names = new Map<string, Mended>();
  const find = (key: string) => {
    index ??= indexOf(moves);
    return index.get(key);
  };
  const mend = (name: string) => {
    vocabulary ??= new Vocabulary(moves);
    return vocabulary.mend(name);
  };
  const read = (name: string) => kept(readings, name, () => knownOr(find, name, mend));
  return {
    read,
    mended: (name) =>
      kept(names, name, () => (knownBy(find, spell(name))?.kind === 'known' ? { name, slips: [] } : mend(name))),
  };
}

/** What was made of a name before, or is made now. */
function kept<T>(made: Map<string, T>, name: string, make: () => T): T {
  const before = made.get(name);
  if (before !== undefined) return before;
  const now = make();
  if (made.size > MOST_KEPT) made.clear();
  made.set(name, now);
  return now;
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
  // What may mean several moves is none of them by the way, only where the club has said so.
  const isAlias = (name: string) => !hasStop(name) || meaningsOfKey(keyOfName(name)).length === 0;
  const own = (m: Move) => (m.own ? 0 : 1);
  const ordered = [...moves].sort((a, b) => own(a) - own(b));
  for (const move of ordered) add(move.name, move);
  for (const move of ordered) for (const alias of move.aliases) if (isAlias(alias)) add(alias, move);
  return index;
}

/** The move of a key of words, of the library's. */
type Find = (key: string) => Move | undefined;

/** A name as it is known; else what it is like when its slips are mended; else a guess from its words. */
function knownOr(find: Find, name: string, mend: (name: string) => Mended): Reading {
  const spelled = spell(name);
  const known = knownBy(find, spelled);
  if (known?.kind === 'known') return known;
  const saidOf = (move: Move | null) => sideSaid(spelled, move);
  if (known) return { ...known, kind: 'guessed', said: saidOf(known.move), move: named(name, known.move) };
  const { name: right, slips } = mend(name);
  const mended = slips.length > 0 ? knownOr(find, right, (n) => ({ name: n, slips: [] })) : null;
  if (mended?.move)
    return {
      kind: 'guessed',
      said: mended.said,
      move: named(name, mended.move),
      words: slips.map(([typed, meant]) => `${typed} \u2192 ${meant}`),
      meanings: mended.kind === 'known' ? [mended.of] : mended.meanings,
    };
  const guess = guessMove(name, spelled, find);
  if (guess) return { kind: 'guessed', said: saidOf(guess.move), ...guess, meanings: [] };
  return { kind: 'unknown', said: saidOf(null), move: null };
}

/** The move that a name is known by, or those it may mean: its usual meanings, or the milder way of a move it asks for. */
function knownBy(
  find: Find,
  spelled: Spelled,
): Extract<Reading, { kind: 'known' }> | (Meant & { kind: 'meant' }) | null {
  const mild = spelled.words.filter((w) => w.role === 'mild').map((w) => w.text);
  for (const lookup of lookupsFor(spelled)) {
    const several = meaningsOfKey(lookup.key).flatMap((name) => find(keyOfName(name)) ?? []);
    const of = find(lookup.key) ?? several[0];
    if (!of || !fits(of, lookup, spelled)) continue;
    const beside = saidBeside(sideSaid(spelled, of), lookup, of);
    const kit = kitWith(of, beside.kit);
    const whole = kit === of.kit ? of : { ...of, kit: [...kit] };
    const milder = mild.length > 0 && lookup.aside.includes('mild') ? milderOf(whole, mild, find) : null;
    const isMeant = several.length > 0 && find(lookup.key) === undefined;
    if (isMeant || milder?.isGuess)
      return {
        kind: 'meant',
        move: milder?.move ?? whole,
        words: lookup.key.split(' '),
        meanings: isMeant ? several : milder?.twin ? [milder.twin] : [],
      };
    return { kind: 'known', said: beside, of, move: milder?.move ?? whole };
  }
  return null;
}

/** What a name says beside its move; a letter before a move that has no sides belongs to its name: "L fly", "L-shape arms". */
function sideSaid({ words, ...said }: Spelled, move: Move | null): Said {
  const first = words.find((w) => w.role !== 'count');
  return first?.role === 'side' && first.text.length === 1 && !move?.oneSided ? { ...said, side: null } : said;
}

/** What a name may mean, and is taken for. */
interface Meant {
  move: Move;
  words: readonly string[];
  meanings: readonly Move[];
}

/**
 * A position said in the name and left aside is one the move is done in; and a stretch with a weight in the hand is another
 * move.
 */
function fits(move: Move, { places, aside }: Lookup, { kit }: Spelled): boolean {
  const weighted = aside.includes('kit') && kit.some((k) => HELD.has(k));
  if (weighted && (move.pattern === 'stretch' || move.pattern === 'mobilise')) return false;
  // What is pulled on takes a weight's place in another move: a chest press with straps is not done lying down.
  const pulls = aside.includes('kit') && kit.some((k) => PULLED.has(k));
  if (pulls && move.kit.some((k) => HELD.has(k))) return false;
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
