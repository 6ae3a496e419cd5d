import type { Position } from '../class/index.ts';
import type { BodyPart, Move, Pattern } from './schema.ts';

/*
 * The nouns at the head of a name, and what they say of the move; the words for parts of the body.
 */

/** The facts about a move that a word implies. */
export type Facts = Partial<Pick<Move, 'area' | 'pattern' | 'position' | 'impact' | 'oneSided' | 'effort' | 'use'>> & {
  main?: readonly BodyPart[];
  kit?: readonly string[];
};

const facts = (pattern: Pattern, area: Move['area'], main: readonly BodyPart[], more: Facts = {}): Facts => ({
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
  ['fallout', { ...LOOSEN, position: 'supine' }],
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
  ['punch jab hook uppercut boxing strike shot', PUNCH],
  ['carry', facts('carry', 'whole', ['arms', 'upperBack'])],
  ['climber', { ...STEPS, ...floor('handsAndFeet'), impact: 'low', effort: 4, use: ['main'] }],
  ['crawl', { ...STEPS, position: 'handsAndFeet', effort: 4, use: ['main'] }],
  ['crunch situp curlup vup tuckup bug hollow jackknife', TRUNK],
  ['superman', facts('brace', 'core', ['lowBack', 'upperBack'], floor('prone'))],
  ['copenhagen', facts('brace', 'core', ['innerThighs', 'flanks'], { ...floor('side'), oneSided: true, effort: 4 })],
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
/** Head nouns by word, with their rank. */
export const STRONG = table(HEADS);
export const WEAK = table(WEAK_HEADS);

/** Heads up to this rank decide over those that stand before them in the name. */
export const RULING = HEADS.findIndex(([words]) => words.startsWith('jump'));

/** Words for parts of the body: what a move works, or stretches. */
export const PART_OF: ReadonlyMap<string, BodyPart> = new Map(
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
  } satisfies Record<string, BodyPart>),
);
/** Parts of the upper body. */
export const UPPER: readonly BodyPart[] = ['chest', 'shoulders', 'arms', 'upperBack'];
/** Heads that say a position when another head says the pattern. */
export const STANCE = new Set(['plank', 'bear', 'pressup', 'crab', 'bridge']);
/** Words that mean a landing. */
export const LANDS = new Set(['jump', 'leap', 'bound', 'hop', 'jack', 'explosive', 'jumprope']);
/** Words for what may be stepped in the place of a jump, and words that say that it is. */
export const BY_STEPS = new Set(['jack', 'burpee', 'skater', 'thrust']);
export const STEPPED = new Set(['step', 'tap', 'walk', 'walkout', 'march']);
