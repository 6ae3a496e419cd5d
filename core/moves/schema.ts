import * as v from 'valibot';
import { AUDIENCES, POSITIONS, TempoSchema, name as text } from '../class/index.ts';

const list = <S extends v.GenericSchema>(item: S, maximum: number) => v.pipe(v.array(item), v.maxLength(maximum));

export const AREAS = ['whole', 'lower', 'upper', 'core', 'cardio', 'mobility'] as const;
export const PATTERNS = [
  'squat',
  'hinge',
  'lunge',
  'push',
  'pull',
  'carry',
  'rotate',
  'brace',
  'jump',
  'locomote',
  'mobilise',
  'stretch',
  'isolate',
] as const;
export const IMPACTS = ['none', 'low', 'high'] as const;
export const NOISES = ['quiet', 'some', 'loud'] as const;
export const USES = ['warmUp', 'main', 'coolDown'] as const;
/** Parts of the body a move works, warms or stretches. */
export const PARTS = [
  'frontThighs',
  'backThighs',
  'seat',
  'calves',
  'hipFront',
  'innerThighs',
  'chest',
  'upperBack',
  'lowBack',
  'shoulders',
  'arms',
  'belly',
  'flanks',
  'heart',
] as const;
/** The reasons to replace a move: who should not do it, or what may be missing; each can name another move. */
export const REASONS = [...AUDIENCES, 'noKit', 'noJumping'] as const;
/** The levels of grip. */
export const GRIPS = ['none', 'light', 'firm'] as const;
/** The levels of balance. */
export const BALANCES = ['steady', 'some', 'much'] as const;
/** The levels of skill. */
export const SKILLS = ['simple', 'some', 'skilled'] as const;
/** What a move needs of the room beside kit: a wall to lean on, something to fix a band to or hang from. */
export const NEEDS = ['wall', 'anchor'] as const;

/** The longest text of a figure, characters. */
export const FIGURE_LENGTH = 4000;
const kg = v.pipe(v.number(), v.minValue(0), v.maxValue(500));

/** A move of the library. */
export const MoveSchema = v.strictObject({
  name: text(80),
  /** Other names it goes by. */
  aliases: v.optional(list(text(80), 200), []),
  use: v.pipe(v.array(v.picklist(USES)), v.minLength(1), v.maxLength(3)),
  area: v.picklist(AREAS),
  main: list(v.picklist(PARTS), PARTS.length),
  helpers: list(v.picklist(PARTS), PARTS.length),
  pattern: v.picklist(PATTERNS),
  /** What else it is, where it joins two: a squat and a push. */
  second: v.optional(v.picklist(PATTERNS)),
  position: v.picklist(POSITIONS),
  oneSided: v.boolean(),
  impact: v.picklist(IMPACTS),
  /** Landings a minute at a usual pace; 0 where there are none or nobody has said. Our judgement where it ships. */
  landings: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(400)), 0),
  noise: v.picklist(NOISES),
  kit: list(text(40), 8),
  /** Pieces a person needs of the kit that comes in pairs: two dumbbells. */
  pieces: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(4)), 1),
  needs: v.optional(v.picklist(NEEDS)),
  grip: v.optional(v.picklist(GRIPS), 'none'),
  /** The arms go above the head. */
  overhead: v.optional(v.boolean(), false),
  /** The head goes below the heart. */
  headBelow: v.optional(v.boolean(), false),
  balance: v.optional(v.picklist(BALANCES), 'steady'),
  skill: v.optional(v.picklist(SKILLS), 'simple'),
  load: v.optional(text(40)),
  /** Usual weight of one piece, kg, for people who lift light, medium or heavy. */
  weights: v.optional(v.strictObject({ lightKg: kg, mediumKg: kg, heavyKg: kg })),
  /** How hard it is, from 1 (easy) to 5 (all out). */
  effort: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(5)),
  easier: v.optional(text(80)),
  harder: v.optional(text(80)),
  instead: v.strictObject(v.entriesFromList([...REASONS], v.optional(text(80)))),
  cues: list(text(80), 6),
  mistakes: list(text(120), 6),
  tempo: v.optional(TempoSchema),
  explainMs: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(300_000)),
  /** Metabolic equivalent, 1 = at rest, and the published class it is taken from. */
  met: v.optional(v.pipe(v.number(), v.minValue(0.5), v.maxValue(25))),
  metSource: v.optional(text(160)),
  /** How it is drawn: the text of a figure by itself; see `DrawnMoveSchema`. */
  figure: v.optional(v.pipe(v.string(), v.maxLength(FIGURE_LENGTH))),
  /** Added or changed by the instructor. */
  own: v.optional(v.boolean()),
});

export type Move = v.InferOutput<typeof MoveSchema>;
export type Area = Move['area'];
export type Pattern = Move['pattern'];
export type BodyPart = (typeof PARTS)[number];
export type Reason = (typeof REASONS)[number];
export type Use = (typeof USES)[number];
export type Impact = Move['impact'];

/** Something in the kit room. */
export const KitItemSchema = v.strictObject({
  name: text(40),
  count: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(999)),
  /** People who can use one at a time. */
  sharedBy: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(12)),
  /** A household or bodyweight thing to use in its place. */
  standIn: v.optional(text(80)),
  /** The room it is in; unset it is there for any. */
  room: v.optional(text(60)),
});
export type KitItem = v.InferOutput<typeof KitItemSchema>;

/** A form to be filled in, not what is known of a move: the plainest that can be. */
export function plainMove(name: string): Move {
  return {
    name,
    aliases: [],
    use: ['main'],
    area: 'whole',
    main: [],
    helpers: [],
    pattern: 'locomote',
    position: 'standing',
    oneSided: false,
    impact: 'none',
    landings: 0,
    noise: 'quiet',
    kit: [],
    pieces: 1,
    grip: 'none',
    overhead: false,
    headBelow: false,
    balance: 'steady',
    skill: 'simple',
    effort: 2,
    instead: {},
    cues: [],
    mistakes: [],
    explainMs: 10_000,
    own: true,
  };
}
