import { type Impact, type Move, type Part, type Pattern, type Position, plainMove } from './schema.ts';
import { keyOfWords, type Spelled } from './spelling.ts';

/*
 * What a move is that no library has, from the words it is called by: the noun at its head gives pattern, position, area
 * and landing; other words change them. Our own rules, tested against names as instructors write them.
 */

type Facts = Partial<Pick<Move, 'area' | 'pattern' | 'position' | 'impact' | 'oneSided' | 'effort' | 'use'>> & {
  main?: readonly Part[];
  kit?: readonly string[];
};

const facts = (pattern: Pattern, area: Move['area'], main: readonly Part[], more: Facts = {}): Facts => ({
  pattern,
  area,
  main,
  ...more,
});

const floor = (position: Position): Facts => ({ position, kit: ['mat'] });
const SQUAT = facts('squat', 'lower', ['frontThighs', 'seat']);
const LUNGE = facts('lunge', 'lower', ['frontThighs', 'seat'], { oneSided: true, effort: 3 });
const HINGE = facts('hinge', 'lower', ['backThighs', 'seat'], { effort: 3 });
const PRESS = facts('push', 'upper', ['shoulders', 'arms']);
const PULL = facts('pull', 'upper', ['upperBack', 'arms']);
const ARMS = facts('pull', 'upper', ['arms']);
const TRUNK = facts('brace', 'core', ['belly'], floor('supine'));
const LANDING = facts('jump', 'cardio', ['heart', 'calves'], { impact: 'high', effort: 4 });
const STEPS = facts('locomote', 'cardio', ['heart'], { use: ['warmUp', 'main'] });
const PUNCH = facts('push', 'cardio', ['shoulders', 'heart']);
const STRETCH = facts('stretch', 'mobility', [], { use: ['coolDown'], effort: 1 });
const LOOSEN = facts('mobilise', 'mobility', [], { use: ['warmUp'], effort: 1 });

/** Nouns that say what a move is whatever stands beside them; those further up decide over those below. */
const HEADS: readonly (readonly [string, Facts])[] = [
  ['stretch pose', STRETCH],
  ['breathing breathe breath relaxation meditation', { ...STRETCH, use: ['warmUp', 'coolDown'] }],
  ['mobilise mobility opener circle', LOOSEN],
  ['burpee', { ...LANDING, position: 'handsAndFeet', effort: 5, area: 'whole' }],
  ['jump leap bound hop jack skater explosive jumprope pogo', LANDING],
  ['run sprint jog', { ...STEPS, impact: 'high', effort: 4, use: ['main'] }],
  ['skip', { ...LANDING, effort: 3 }],
  ['shuffle gallop', { ...STEPS, impact: 'low', effort: 3 }],
  ['thruster', SQUAT],
  ['squat', SQUAT],
  ['lunge stepup', LUNGE],
  ['deadlift hinge swing', HINGE],
  ['clean snatch', { ...HINGE, area: 'whole', effort: 4 }],
  ['bridge', facts('hinge', 'lower', ['seat', 'backThighs'], floor('supine'))],
  ['pressup', facts('push', 'upper', ['chest', 'arms'], { ...floor('handsAndFeet'), effort: 3 })],
  ['row pull pulldown pullapart pullover', PULL],
  ['pullup', { ...PULL, effort: 5 }],
  ['curl', ARMS],
  ['press pushpress', PRESS],
  ['dip', facts('push', 'upper', ['arms'], { position: 'seated', effort: 3 })],
  ['fly', facts('push', 'upper', ['chest', 'shoulders'])],
  ['punch jab hook uppercut boxing', PUNCH],
  ['carry', facts('carry', 'whole', ['arms', 'upperBack'])],
  ['climber', { ...STEPS, ...floor('handsAndFeet'), impact: 'low', effort: 4, use: ['main'] }],
  ['crawl', { ...STEPS, position: 'handsAndFeet', effort: 4, use: ['main'] }],
  ['crunch situp curlup vup tuckup bug hollow jackknife', TRUNK],
  ['superman', facts('brace', 'core', ['lowBack', 'upperBack'], floor('prone'))],
  ['plank', facts('brace', 'core', ['belly', 'shoulders'], { ...floor('prone'), effort: 3 })],
  ['bear', facts('brace', 'core', ['belly', 'shoulders'], { ...floor('handsAndFeet'), effort: 3 })],
  ['crab', facts('brace', 'whole', ['seat', 'arms'], { position: 'handsAndFeet', effort: 3 })],
  ['chop woodchop', facts('rotate', 'core', ['flanks', 'belly'])],
];

/** Nouns that say what a move is only where none of the others stands in the name. */
const WEAK_HEADS: readonly (readonly [string, Facts])[] = [
  ['twist rotate turn', facts('rotate', 'core', ['flanks', 'belly'])],
  ['march walk step knee touch tap vine grapevine', STEPS],
  ['kick', facts('isolate', 'cardio', ['heart', 'hipFront'], { effort: 3 })],
  ['raise lift extension kickback abduction adduction', facts('isolate', 'lower', [])],
  ['thrust', facts('hinge', 'lower', ['seat', 'backThighs'], floor('supine'))],
  ['fold bend reach', STRETCH],
  ['roll rock', LOOSEN],
  ['push slam throw', facts('push', 'upper', ['chest', 'shoulders'])],
];

const table = (rows: readonly (readonly [string, Facts])[]) =>
  new Map(rows.flatMap(([words, f], rank) => words.split(' ').map((w) => [w, { facts: f, rank }] as const)));
const STRONG = table(HEADS);
const WEAK = table(WEAK_HEADS);

/** Words for parts of the body: what a move works, or stretches. */
const PART_OF: ReadonlyMap<string, Part> = new Map(
  Object.entries({
    chest: 'chest',
    pec: 'chest',
    shoulder: 'shoulders',
    delt: 'shoulders',
    arm: 'arms',
    bicep: 'arms',
    tricep: 'arms',
    wrist: 'arms',
    forearm: 'arms',
    back: 'upperBack',
    lat: 'upperBack',
    spine: 'lowBack',
    neck: 'upperBack',
    glute: 'seat',
    butt: 'seat',
    seat: 'seat',
    piriformis: 'seat',
    quad: 'frontThighs',
    thigh: 'frontThighs',
    hamstring: 'backThighs',
    calf: 'calves',
    ankle: 'calves',
    heel: 'calves',
    toe: 'calves',
    hip: 'hipFront',
    leg: 'hipFront',
    groin: 'innerThighs',
    adductor: 'innerThighs',
    ab: 'belly',
    core: 'belly',
    oblique: 'flanks',
    waist: 'flanks',
  } satisfies Record<string, Part>),
);
const UPPER: readonly Part[] = ['chest', 'shoulders', 'arms', 'upperBack'];
/** Heads that say a position when another head says the pattern. */
const STANCE = new Set(['plank', 'bear', 'pressup', 'crab', 'bridge']);
const LANDS = new Set(['jump', 'leap', 'bound', 'hop', 'jack', 'explosive', 'jumprope']);

/** What a name seems to be, and the words that say so. */
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
    oneSided: f.oneSided === true ? !has('walk', 'alternating') : has('1leg', '1arm') || spelled.side !== null,
    effort: f.effort ?? 2,
    use: f.use ? [...f.use] : ['main'],
    kit: kitOf(spelled, LYING.includes(position) && !has('bench') ? ['mat'] : []),
  };
  return { move, words: [first, stance, second].flatMap((h) => (h ? [h.word] : [])) };
}

const LYING: readonly Position[] = ['prone', 'supine', 'side', 'handsAndFeet'];

const kitOf = (spelled: Spelled, usual: readonly string[]) => [...new Set([...spelled.kit, ...usual])];

function landingOf(words: readonly string[], usual: Impact): Pick<Move, 'impact' | 'noise'> {
  const impact = words.some((w) => LANDS.has(w)) ? 'high' : usual;
  return { impact, noise: impact === 'none' ? 'quiet' : 'some' };
}

/** The longest run of two or more words that is the whole name of a known move; the first of equals. */
function moveWithin(
  { words }: Spelled,
  find: (key: string) => Move | undefined,
): { move: Move; words: string[] } | null {
  const said = words.filter((w) => w.role === 'move' || w.role === 'place' || w.role === 'kit').map((w) => w.text);
  for (let length = Math.min(said.length - 1, 5); length >= 2; length--)
    for (let from = 0; from + length <= said.length; from++) {
      const run = said.slice(from, from + length);
      const move = find(keyOfWords(run));
      if (move) return { move, words: run };
    }
  return null;
}

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
  const one = rest.includes('1leg') || rest.includes('1arm') || spelled.side !== null;
  const { own: _, aliases: __, easier: ___, harder: ____, cues: _____, ...facts } = move;
  return {
    move: {
      ...facts,
      ...landingOf(rest, move.impact),
      name,
      aliases: [],
      cues: [],
      instead: {},
      position: positionOf(rest, move.position, { pattern: move.pattern }),
      oneSided: move.oneSided || one,
      ...(second?.facts.pattern && !move.second ? { second: second.facts.pattern } : {}),
      kit: kitOf(spelled, move.kit),
      own: true,
    },
    words: run,
  };
}

/** Heads up to this rank decide over those that stand before them in the name. */
const RULING = HEADS.findIndex(([words]) => words.startsWith('jump'));

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
function mainOf({ word, facts: f }: Head, parts: readonly Part[]): Part[] {
  const named = [...new Set(parts)];
  const open =
    f.main === undefined || f.main.length === 0 || ['press', 'fly', 'raise', 'lift', 'extension'].includes(word);
  return open && named.length > 0 ? named : [...(f.main ?? [])];
}

function areaOf(f: Facts, main: readonly Part[]): Move['area'] {
  if (f.pattern === 'isolate' && f.area === 'lower' && main.some((p) => UPPER.includes(p))) return 'upper';
  return f.area ?? 'whole';
}

function positionOf(words: readonly string[], usual: Position, f: Facts): Position {
  const has = (...any: string[]) => any.some((w) => words.includes(w));
  if (has('lying') && has('side')) return 'side';
  if (has('plank') && has('side') && f.pattern !== 'jump') return 'side';
  if (has('prone')) return 'prone';
  if (has('lying')) return 'supine';
  if (has('seated', 'chair')) return 'seated';
  if (has('kneeling', 'kneel')) return 'kneeling';
  if (has('standing', 'wall')) return 'standing';
  if (has('four')) return 'handsAndFeet';
  if (has('chest') && has('press', 'fly') && !has('band', 'cable')) return 'supine';
  if (has('bench', 'floor') && has('press', 'fly')) return 'supine';
  if (usual === 'prone' && has('high', 'reach', 'tap', 'row', 'jack', 'jump')) return 'handsAndFeet';
  return usual;
}
