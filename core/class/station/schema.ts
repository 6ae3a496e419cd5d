import * as v from 'valibot';
import { CUE_LEVELS, CUE_NAMES } from '../cues/index.ts';
import { count, documentId, ms, name } from '../values/index.ts';
import { MeasureSchema } from './measure.ts';
import { saidEntries } from './said.ts';

export const SideSchema = v.picklist(['left', 'right']);

/** The ways to share a one-sided move between the sides. */
export const SidesSchema = v.variant('mode', [
  v.strictObject({ mode: v.literal('none') }),
  v.strictObject({ mode: v.literal('alternating') }),
  /** On the named side only; another station may do the other. */
  v.strictObject({ mode: v.literal('one'), side: SideSchema }),
  /** `restMs` between the sides; unset it is the gap the block has between stations. */
  v.strictObject({ mode: v.literal('each'), first: SideSchema, restMs: v.optional(ms()) }),
  v.strictObject({ mode: v.literal('split'), first: SideSchema }),
  v.strictObject({ mode: v.literal('byRound'), first: SideSchema }),
  /** `breakMs` between the run on one side and that on the other; unset it is the gap the block has between stations. */
  v.strictObject({ mode: v.literal('chain'), first: SideSchema, breakMs: v.optional(ms()) }),
]);

/** A short cue inside a work interval; `last` counts back from the end, `at` on from the start, `half` is half time. */
export const PhaseSchema = v.variant('when', [
  v.strictObject({ when: v.literal('half'), say: name(60) }),
  v.strictObject({ when: v.literal('last'), ms: ms(1), say: name(60) }),
  v.strictObject({ when: v.literal('at'), ms: ms(1), say: name(60) }),
]);

/** The positions of the body in a move. */
export const POSITIONS = ['standing', 'seated', 'kneeling', 'handsAndFeet', 'prone', 'supine', 'side'] as const;
export type Position = (typeof POSITIONS)[number];

/** How a move is done, in words: "squat, done seated". */
export const DONE_WORDS: Record<Position, string> = {
  standing: 'standing',
  seated: 'seated',
  kneeling: 'kneeling',
  handsAndFeet: 'on hands and feet',
  prone: 'on the front',
  supine: 'on the back',
  side: 'on the side',
};

const kit = v.pipe(v.array(name(40)), v.maxLength(8));
const phases = v.pipe(v.array(PhaseSchema), v.maxLength(8));
const weightKg = v.pipe(v.number(), v.minValue(0), v.maxValue(500));
/** More ways than this a station has neither below nor above its base. */
export const MOST_WAYS = 6;
/** Easier or harder ways to do a move, the easiest first, from the library or in own words; an empty list is none. */
const ways = v.pipe(v.array(name(80)), v.maxLength(MOST_WAYS));

/** Another move in one round, and what of it is the instructor's own; the rest is looked up. */
export const SwapSchema = v.strictObject({
  move: name(80),
  kit: v.optional(kit),
  easier: v.optional(ways),
  harder: v.optional(ways),
  position: v.optional(v.picklist(POSITIONS)),
});
export type Swap = v.InferOutput<typeof SwapSchema>;

/** One visit that differs from its round and station; `round` counts from 1. */
export const CellSchema = v.strictObject({
  round: count(1, 99),
  workMs: v.optional(ms(1)),
  restMs: v.optional(ms()),
  weightKg: v.optional(weightKg),
  lightKg: v.optional(weightKg),
  heavyKg: v.optional(weightKg),
  /** Said in this round beside what the station says in every round. */
  phases: v.optional(phases),
  swap: v.optional(SwapSchema),
});

export const TempoSchema = v.strictObject({ downMs: ms(), holdMs: ms(), upMs: ms(), topMs: ms() });

/** A level for some kinds of cue; those not named are as in the block, the class, or the cue settings. */
export const CueLevelsSchema = v.strictObject(v.entriesFromList(CUE_NAMES, v.optional(v.picklist(CUE_LEVELS))));
export type CueLevels = v.InferOutput<typeof CueLevelsSchema>;

/** One place in the order, with a move on it. What is not set of the move is as the library knows it. */
export const StationSchema = v.strictObject({
  id: documentId,
  move: name(80),
  sides: SidesSchema,
  workMs: v.optional(ms(1)),
  restMs: v.optional(ms()),
  cells: v.optional(v.pipe(v.array(CellSchema), v.maxLength(99))),
  reps: v.optional(v.strictObject({ count: count(1, 999), per: v.picklist(['total', 'side']) })),
  /** How much makes a set beside its time: a distance, calories, laps. */
  measure: v.optional(MeasureSchema),
  /** Weight of one piece; and for who lifts lighter or heavier. */
  weightKg: v.optional(weightKg),
  lightKg: v.optional(weightKg),
  heavyKg: v.optional(weightKg),
  tempo: v.optional(TempoSchema),
  layers: v.optional(
    v.pipe(v.array(v.strictObject({ name: name(40), counts: count(1, 1024) })), v.minLength(1), v.maxLength(12)),
  ),
  ...saidEntries,
  kit: v.optional(kit),
  position: v.optional(v.picklist(POSITIONS)),
  /** The move itself is the class's base level; these are below and above it. */
  easier: v.optional(ways),
  harder: v.optional(ways),
  /** The same station without impact, shown beside the move as a second level. */
  lowImpact: v.optional(name(80)),
  phases: v.optional(phases),
  formCues: v.optional(v.pipe(v.array(name(80)), v.maxLength(6))),
  optional: v.optional(v.boolean()),
  cueLevels: v.optional(CueLevelsSchema),
});

export type Station = v.InferOutput<typeof StationSchema>;
export type Sides = v.InferOutput<typeof SidesSchema>;
export type SidesMode = Sides['mode'];
export type Side = v.InferOutput<typeof SideSchema>;
export type Phase = v.InferOutput<typeof PhaseSchema>;
export type Cell = v.InferOutput<typeof CellSchema>;
