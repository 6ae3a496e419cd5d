import * as v from 'valibot';
import { TempoSchema, name as text } from '../plan/index.ts';

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
] as const;
export const POSITIONS = ['standing', 'seated', 'kneeling', 'handsAndFeet', 'prone', 'supine', 'side'] as const;
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
/** Who should not do a move as it is, or what may be missing; each can name another move to do instead. */
export const REASONS = ['wrists', 'knees', 'back', 'pregnancy', 'dizziness', 'noKit', 'noJumping'] as const;

/** What is known of a move. */
export const MoveSchema = v.strictObject({
  name: text(80),
  use: v.pipe(v.array(v.picklist(USES)), v.minLength(1), v.maxLength(3)),
  area: v.picklist(AREAS),
  main: list(v.picklist(PARTS), PARTS.length),
  helpers: list(v.picklist(PARTS), PARTS.length),
  pattern: v.picklist(PATTERNS),
  position: v.picklist(POSITIONS),
  oneSided: v.boolean(),
  impact: v.picklist(IMPACTS),
  noise: v.picklist(NOISES),
  kit: list(text(40), 8),
  load: v.optional(text(40)),
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
  /** Added or changed by the instructor. */
  own: v.optional(v.boolean()),
});

export type Move = v.InferOutput<typeof MoveSchema>;
export type Area = Move['area'];
export type Pattern = Move['pattern'];
export type Position = Move['position'];
export type Part = (typeof PARTS)[number];
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
});
export type KitItem = v.InferOutput<typeof KitItemSchema>;

/** What a class may have in it that asks for care: the reasons that are about people, not about the room. */
export const AUDIENCES = ['wrists', 'knees', 'back', 'pregnancy', 'dizziness'] as const;
export type Audience = (typeof AUDIENCES)[number];

/** A move under the fewest words: for one typed in by name of which nothing else is known. */
export function plainMove(name: string): Move {
  return {
    name,
    use: ['main'],
    area: 'whole',
    main: [],
    helpers: [],
    pattern: 'locomote',
    position: 'standing',
    oneSided: false,
    impact: 'none',
    noise: 'quiet',
    kit: [],
    effort: 2,
    instead: {},
    cues: [],
    mistakes: [],
    explainMs: 10_000,
    own: true,
  };
}
