import type { Position } from '../class/index.ts';
import { BY_STEPS, type Facts, LANDS, PART_OF, RULING, STANCE, STEPPED, STRONG, UPPER, WEAK } from './heads.ts';
import { HELD, PULLED } from './lexicon.ts';
import { type BodyPart, type Impact, type Move, plainMove } from './schema.ts';
import { keyOfWords, type Spelled, spell } from './spelling.ts';

/*
 * What a move is that no library has, from the words it is called by: the noun at its head gives pattern, position, area
 * and landing; other words change them. Our own rules, tested against names as instructors write them.
 */

/** A guess of what a name means, and the words it is based on. */
export interface Guess {
  move: Move;
  words: string[];
}

/**
 * A move guessed from the words of its name; null where no word says what it is. A known move whose whole name stands in it
 * is a better beginning than a noun alone.
 * @param find the move of a key of words
 */
export function guessMove(name: string, spelled: Spelled, find: (key: string) => Move | undefined): Guess | null {
  const words = spelled.words.filter((w) => w.role !== 'count').map((w) => w.text);
  const strong = words.flatMap((word) => headOf(STRONG, word));
  const heads = strong.length > 0 ? strong : words.flatMap((word) => headOf(WEAK, word));
  const within = moveWithin(spelled, find);
  if (within) return changed(name, spelled, words, heads, within);
  const ruling = strong.filter((h) => h.rank <= RULING).sort((a, b) => a.rank - b.rank)[0];
  const first = ruling ?? heads.find((h) => !STANCE.has(h.word)) ?? heads[0];
  if (!first) return null;
  const stance = heads.find((h) => h !== first && STANCE.has(h.word));
  const second = heads.find((h) => h !== first && h !== stance && h.facts.pattern !== first.facts.pattern);
  const f = first.facts;
  const main = mainOf(
    first,
    words.flatMap((w) => PART_OF.get(w) ?? []),
  );
  const position = positionOf(words, stance?.facts.position ?? f.position ?? 'standing', f);
  const has = (...any: string[]) => any.some((w) => words.includes(w));
  const move: Move = {
    ...plainMove(name),
    area: areaOf(f, main),
    main,
    pattern: f.pattern ?? 'locomote',
    ...(second?.facts.pattern ? { second: second.facts.pattern } : {}),
    position,
    ...landingOf(words, f.impact ?? 'none'),
    oneSided:
      f.oneSided === true
        ? !has('walk', 'alternating')
        : has('1leg', '1arm') || position === 'side' || (has('side') && has('bend')) || spelled.side !== null,
    effort: f.effort ?? 2,
    use: f.use ? [...f.use] : ['main'],
    kit: kitOf(spelled, ON_MAT.includes(position) && !has('bench') ? ['mat'] : []),
  };
  return { move, words: [first, stance, second].flatMap((h) => (h ? [h.word] : [])) };
}

/** Positions done on a mat. */
const ON_MAT: readonly Position[] = ['prone', 'supine', 'side', 'handsAndFeet'];

const kitOf = (spelled: Spelled, usual: readonly string[]) => [...new Set([...spelled.kit, ...usual])];

function landingOf(words: readonly string[], usual: Impact): Pick<Move, 'impact' | 'noise'> {
  const impact = isOnFoot(words) ? 'none' : words.some((w) => LANDS.has(w)) ? 'high' : usual;
  return { impact, noise: impact === 'none' ? 'quiet' : 'some' };
}

/** Said to be without a landing, or stepped where it is usually jumped. */
const isOnFoot = (words: readonly string[]) =>
  words.some((w) => w === 'lowimpact' || w === 'modified') ||
  (words.some((w) => STEPPED.has(w)) && words.some((w) => BY_STEPS.has(w)));

/** The longest run of two or more words that is the whole name of a known move; the first of equals. */
function moveWithin(spelled: Spelled, find: (key: string) => Move | undefined): { move: Move; words: string[] } | null {
  const said = spelled.words
    .filter((w) => w.role === 'move' || w.role === 'place' || w.role === 'kit')
    .map((w) => w.text);
  for (let length = Math.min(said.length - 1, 5); length >= 2; length--)
    for (let from = 0; from + length <= said.length; from++) {
      const run = said.slice(from, from + length);
      const move = find(keyOfWords(run));
      // What stands beside it and says what it is rules: a side bend in a plank is a plank.
      const ruled = run.every((w) => !STRONG.has(w)) && said.some((w) => !run.includes(w) && STRONG.has(w));
      const isPulled = spelled.kit.some((k) => PULLED.has(k)) && move?.kit.some((k) => HELD.has(k));
      if (move && !ruled && !isPulled && isInOrder(run, move)) return { move, words: run };
    }
  return null;
}

/** Some words stand so in a name of the move: "run to the wall" is no wall run. */
const isInOrder = (run: readonly string[], { name, aliases }: Move): boolean =>
  [name, ...aliases].some((n) => {
    const { words } = spell(n);
    return words.length === run.length && words.every((w, k) => w.text === run[k]);
  });

/** A known move with what the other words of the name change of it. */
function changed(
  name: string,
  spelled: Spelled,
  words: readonly string[],
  heads: readonly Head[],
  { move, words: run }: { move: Move; words: string[] },
): Guess {
  const rest = words.filter((w) => !run.includes(w));
  const second = heads.find((h) => rest.includes(h.word) && !STANCE.has(h.word) && h.facts.pattern !== move.pattern);
  const stance = heads.find((h) => rest.includes(h.word) && STANCE.has(h.word));
  const one = rest.includes('1leg') || rest.includes('1arm') || spelled.side !== null;
  return {
    move: {
      ...named(name, move),
      ...landingOf(isOnFoot(words) ? words : rest, move.impact),
      position: positionOf(rest, stance?.facts.position ?? move.position, { pattern: move.pattern }),
      oneSided: move.oneSided || one,
      ...(second?.facts.pattern && !move.second ? { second: second.facts.pattern } : {}),
      kit: kitOf(spelled, move.kit),
    },
    words: run,
  };
}

/** What another move is like, under a name of its own: what is the library's of it alone is not said. */
export function named(name: string, move: Move): Move {
  const { own: _, easier: __, harder: ___, ...facts } = move;
  return { ...facts, name, aliases: [], cues: [], instead: {}, own: true };
}

interface Head {
  word: string;
  facts: Facts;
  rank: number;
}

function headOf(heads: ReadonlyMap<string, { facts: Facts; rank: number }>, word: string): Head[] {
  const found = heads.get(word);
  return found ? [{ word, ...found }] : [];
}

/** The parts named in the name where the head leaves them open or is one of those that name what they work. */
function mainOf({ word, facts: f }: Head, parts: readonly BodyPart[]): BodyPart[] {
  const named = [...new Set(parts)];
  const open =
    f.main === undefined || f.main.length === 0 || ['press', 'fly', 'raise', 'lift', 'extension'].includes(word);
  return open && named.length > 0 ? named : [...(f.main ?? [])];
}

function areaOf(f: Facts, main: readonly BodyPart[]): Move['area'] {
  if (f.pattern === 'isolate' && f.area === 'lower' && main.some((p) => UPPER.includes(p))) return 'upper';
  return f.area ?? 'whole';
}

function positionOf(words: readonly string[], usual: Position, f: Facts): Position {
  const has = (...any: string[]) => any.some((w) => words.includes(w));
  if (has('lying') && has('side')) return 'side';
  if (has('copenhagen')) return 'side';
  if (has('plank') && has('side') && f.pattern !== 'jump') return 'side';
  if (has('prone')) return 'prone';
  if (has('lying')) return 'supine';
  if (has('chair') && has('hold', 'holding')) return 'standing';
  if (has('seated') || (has('chair') && usual === 'standing')) return 'seated';
  if (has('kneeling', 'kneel')) return 'kneeling';
  if (has('standing', 'wall')) return 'standing';
  if (has('four')) return 'handsAndFeet';
  if (has('chest') && has('press', 'fly') && !has('band', 'cable', 'straps')) return 'supine';
  if (has('bench', 'floor') && has('press', 'fly')) return 'supine';
  if (usual === 'prone' && has('high', 'reach', 'tap', 'row', 'jack', 'jump')) return 'handsAndFeet';
  return usual;
}
