import * as v from 'valibot';
import { LayoutSchema } from './layout.ts';
import { name, text } from './text.ts';

/** The newest version of the plan document; files that say less are migrated, files that say more are refused. */
export const PLAN_VERSION = 1;

/** The longest single duration a plan may hold: four hours, in milliseconds. */
export const MAX_MS = 14_400_000;

const ms = (minimum = 0) => v.pipe(v.number(), v.integer(), v.minValue(minimum), v.maxValue(MAX_MS));
const count = (minimum: number, maximum: number) =>
  v.pipe(v.number(), v.integer(), v.minValue(minimum), v.maxValue(maximum));
const id = v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{1,64}$/));
const clock = v.pipe(v.string(), v.regex(/^([01]\d|2[0-3]):[0-5]\d$/));
const side = v.picklist(['left', 'right']);

/** How a move done on one side at a time is shared between the sides. */
export const SidesSchema = v.variant('mode', [
  v.strictObject({ mode: v.literal('none') }),
  v.strictObject({ mode: v.literal('alternating') }),
  v.strictObject({ mode: v.literal('each'), first: side, restMs: ms() }),
  v.strictObject({ mode: v.literal('split'), first: side }),
  v.strictObject({ mode: v.literal('byRound'), first: side }),
  v.strictObject({ mode: v.literal('chain'), first: side, breakMs: ms() }),
]);

/** A short cue inside a work interval; `last` counts back from the end, `at` on from the start, `half` is half time. */
export const PhaseSchema = v.variant('when', [
  v.strictObject({ when: v.literal('half'), say: name(60) }),
  v.strictObject({ when: v.literal('last'), ms: ms(1), say: name(60) }),
  v.strictObject({ when: v.literal('at'), ms: ms(1), say: name(60) }),
]);

/** One visit that differs from its round and station; `round` counts from 1. */
export const CellSchema = v.strictObject({
  round: count(1, 99),
  workMs: v.optional(ms(1)),
  restMs: v.optional(ms()),
  /** Another move in this round only. */
  swap: v.optional(
    v.strictObject({
      move: name(80),
      kit: v.optional(v.pipe(v.array(name(40)), v.maxLength(8))),
      easier: v.optional(name(80)),
      harder: v.optional(name(80)),
    }),
  ),
});

export const TempoSchema = v.strictObject({ downMs: ms(), holdMs: ms(), upMs: ms(), topMs: ms() });

/** What can be said or sounded, as an instructor would set it. */
export const CUE_NAMES = [
  'starts',
  'countdown',
  'nextUp',
  'half',
  'tenSeconds',
  'rounds',
  'phases',
  'formCues',
  'milestones',
  'water',
] as const;
export type CueName = (typeof CUE_NAMES)[number];
export const CUE_LEVELS = ['off', 'tone', 'voice', 'both'] as const;
export type CueLevel = (typeof CUE_LEVELS)[number];

/** A level for some kinds of cue; those not named are as in the block, the class, or the cue settings. */
export const CueLevelsSchema = v.strictObject(v.entriesFromList([...CUE_NAMES], v.optional(v.picklist(CUE_LEVELS))));
export type CueLevels = v.InferOutput<typeof CueLevelsSchema>;

/** The sentences that can be worded anew; words in braces are filled in. */
export const PHRASES = [
  'go',
  'rest',
  'break',
  'nextUp',
  'nextUpRotate',
  'half',
  'switchSides',
  'tenSeconds',
  'round',
  'lastRound',
  'lastOne',
  'water',
  'halfClass',
  'lastFive',
  'countdown',
] as const;
export type Phrase = (typeof PHRASES)[number];

export const StationSchema = v.strictObject({
  id,
  move: name(80),
  sides: SidesSchema,
  workMs: v.optional(ms(1)),
  restMs: v.optional(ms()),
  cells: v.optional(v.pipe(v.array(CellSchema), v.maxLength(99))),
  reps: v.optional(v.strictObject({ count: count(1, 999), per: v.picklist(['total', 'side']) })),
  tempo: v.optional(TempoSchema),
  layers: v.optional(
    v.pipe(v.array(v.strictObject({ name: name(40), counts: count(1, 1024) })), v.minLength(1), v.maxLength(12)),
  ),
  effort: v.optional(name(24)),
  kit: v.optional(v.pipe(v.array(name(40)), v.maxLength(8))),
  easier: v.optional(name(80)),
  harder: v.optional(name(80)),
  /** The same station without impact, shown beside the move as a second level. */
  lowImpact: v.optional(name(80)),
  phases: v.optional(v.pipe(v.array(PhaseSchema), v.maxLength(8))),
  formCues: v.optional(v.pipe(v.array(name(80)), v.maxLength(6))),
  optional: v.optional(v.boolean()),
  /** How the voice says the move's name. */
  sayAs: v.optional(name(80)),
  cueLevels: v.optional(CueLevelsSchema),
});

/** The voices that ship with the application. */
export const VOICES = ['slt', 'rms', 'awb', 'kal', 'kal16'] as const;
export type VoiceName = (typeof VOICES)[number];

/** Ways to put stations in order. */
export const SCHOOLS = ['spread', 'cluster', 'alternate', 'hardestFirst', 'fewestFloorTrips', 'shortestWalk'] as const;
export type School = (typeof SCHOOLS)[number];

const rounds = count(1, 99);
const breakMode = v.picklist(['replaces', 'adds']);
const lastRest = v.picklist(['drop', 'keep']);
const byRound = v.optional(v.pipe(v.array(ms(1)), v.minLength(1), v.maxLength(99)));
const restByRound = v.optional(v.pipe(v.array(ms()), v.minLength(1), v.maxLength(99)));

export const CircuitSchema = v.strictObject({
  kind: v.literal('circuit'),
  rounds,
  workMs: ms(1),
  restMs: ms(),
  workByRoundMs: byRound,
  restByRoundMs: restByRound,
  roundBreakMs: ms(),
  /** Stations gone round together before the next ones; null is all of them. */
  groupSize: v.nullable(count(1, 60)),
  groupBreakMs: ms(),
  breakMode,
  lastRest,
});

export const TabataSchema = v.strictObject({
  kind: v.literal('tabata'),
  rounds,
  workMs: ms(1),
  restMs: ms(),
  order: v.picklist(['stationByStation', 'goRound']),
  /** Between stations when station by station, between rounds when going round. */
  breakMs: ms(),
  breakMode,
  lastRest,
});

export const EmomSchema = v.strictObject({
  kind: v.literal('emom'),
  periodMs: ms(1000),
  rounds,
  workMs: ms(1),
  secondsPerRep: v.pipe(v.number(), v.minValue(0.2), v.maxValue(30)),
});

export const WindowsSchema = v.strictObject({
  kind: v.literal('windows'),
  onMs: ms(1),
  offMs: ms(),
  count: count(1, 99),
  lastOff: lastRest,
});

export const AddOnSchema = v.strictObject({
  kind: v.literal('addOn'),
  workMs: ms(1),
  restMs: ms(),
  withinMs: ms(),
  order: v.picklist(['newestFirst', 'oldestFirst']),
  reverse: v.boolean(),
});

export const LadderSchema = v.strictObject({
  kind: v.literal('ladder'),
  rounds,
  workMs: ms(1),
  restMs: ms(),
  lastRest,
});

export const RepsSchema = v.strictObject({
  kind: v.literal('reps'),
  rounds,
  reps: count(1, 999),
  restMs: ms(),
  roundBreakMs: ms(),
  secondsPerRep: v.pipe(v.number(), v.minValue(0.2), v.maxValue(30)),
});

export const BeatsSchema = v.strictObject({
  kind: v.literal('beats'),
  bpm: v.pipe(v.number(), v.minValue(30), v.maxValue(240)),
  rounds,
  /** Counts for a station that lists no layers of its own. */
  counts: count(1, 1024),
});

export const HoldsSchema = v.strictObject({
  kind: v.literal('holds'),
  holdMs: ms(1),
  changeMs: ms(),
});

export const AmrapSchema = v.strictObject({
  kind: v.literal('amrap'),
  capMs: ms(1),
  /** For time: the complex once through, ended early when it is done. */
  forTime: v.boolean(),
});

export const OpenSchema = v.strictObject({
  kind: v.literal('open'),
  lengthMs: ms(1),
  untilTap: v.boolean(),
  purpose: v.picklist(['talk', 'water', 'setUp', 'move']),
});

export const DemoSchema = v.strictObject({ kind: v.literal('demo'), perStationMs: ms(1) });

export const FormatSchema = v.variant('kind', [
  CircuitSchema,
  TabataSchema,
  EmomSchema,
  WindowsSchema,
  AddOnSchema,
  LadderSchema,
  RepsSchema,
  BeatsSchema,
  HoldsSchema,
  AmrapSchema,
  OpenSchema,
  DemoSchema,
]);

export const BlockSchema = v.strictObject({
  id,
  title: name(60),
  role: v.picklist(['warmUp', 'main', 'finisher', 'coolDown', 'other']),
  use: v.picklist(['together', 'stations']),
  stations: v.pipe(v.array(StationSchema), v.maxLength(60)),
  format: FormatSchema,
  breakAfter: v.strictObject({ ms: ms(), untilTap: v.boolean() }),
  /** The shortest the block may become when time runs short; null is no floor. */
  floorMs: v.optional(v.nullable(ms())),
  /** The school its order follows on purpose; checks that argue with it keep quiet. */
  school: v.optional(v.picklist(SCHOOLS)),
  cueLevels: v.optional(CueLevelsSchema),
  /** Tempo of the music in beats a minute; none is no music. */
  musicBpm: v.optional(v.pipe(v.number(), v.minValue(60), v.maxValue(200))),
  notes: v.optional(text(2000)),
});

export const CueSettingsSchema = v.strictObject({
  tones: v.boolean(),
  countdownBeforeWork: v.boolean(),
  countdownBeforeEnd: v.boolean(),
  nextUp: v.boolean(),
  half: v.boolean(),
  tenSeconds: v.boolean(),
  rounds: v.boolean(),
  phases: v.boolean(),
  formCues: v.boolean(),
  milestones: v.boolean(),
  water: v.boolean(),
});

export const PlanSchema = v.strictObject({
  version: v.literal(PLAN_VERSION),
  id,
  title: name(80),
  /** The booked slot: when it starts (HH:MM, or null when it varies) and how long it is (null when unknown). */
  slot: v.strictObject({ start: v.nullable(clock), lengthMs: v.nullable(ms(60_000)) }),
  heads: v.nullable(count(1, 400)),
  level: v.picklist(['beginner', 'mixed', 'practised']),
  room: text(60),
  /** The room to scale, with the stations set out in it. */
  layout: v.optional(LayoutSchema),
  notes: text(4000),
  countInMs: ms(),
  cues: CueSettingsSchema,
  cueLevels: v.optional(CueLevelsSchema),
  /** Sentences in the instructor's own words. */
  phrases: v.optional(v.strictObject(v.entriesFromList([...PHRASES], v.optional(name(120))))),
  /** The instructor's own lines, by time from the start of the class; spoken by the voice or only shown. */
  lines: v.optional(
    v.pipe(v.array(v.strictObject({ atMs: ms(), text: name(200), spoken: v.boolean() })), v.maxLength(200)),
  ),
  voice: v.optional(
    v.strictObject({
      name: v.picklist(VOICES),
      /** Speed of speech: 1 is the voice's own. */
      rate: v.pipe(v.number(), v.minValue(0.6), v.maxValue(1.8)),
      /** Another voice for every second cue. */
      second: v.optional(v.picklist(VOICES)),
    }),
  ),
  /** Names of the squads people are in. */
  squads: v.optional(v.pipe(v.array(name(40)), v.maxLength(40))),
  /** Flashes and vibration in place of sound. */
  silent: v.optional(v.boolean()),
  /** What people in this class have said of themselves; moves with a caution for it are pointed out. */
  audience: v.optional(
    v.pipe(v.array(v.picklist(['wrists', 'knees', 'back', 'pregnancy', 'dizziness'])), v.maxLength(5)),
  ),
  /** Findings of the checks that are as meant, by key, with the words they had. */
  accepted: v.optional(v.pipe(v.array(v.strictObject({ key: name(300), text: name(400) })), v.maxLength(200))),
  blocks: v.pipe(v.array(BlockSchema), v.maxLength(40)),
});

export type Plan = v.InferOutput<typeof PlanSchema>;
export type Block = v.InferOutput<typeof BlockSchema>;
export type Station = v.InferOutput<typeof StationSchema>;
export type Sides = v.InferOutput<typeof SidesSchema>;
export type SidesMode = Sides['mode'];
export type Side = v.InferOutput<typeof side>;
export type Phase = v.InferOutput<typeof PhaseSchema>;
export type Cell = v.InferOutput<typeof CellSchema>;
export type Tempo = v.InferOutput<typeof TempoSchema>;
export type Format = v.InferOutput<typeof FormatSchema>;
export type FormatKind = Format['kind'];
export type FormatOf<K extends FormatKind> = Extract<Format, { kind: K }>;
export type BlockRole = Block['role'];
export type CueSettings = v.InferOutput<typeof CueSettingsSchema>;
export type BreakMode = v.InferOutput<typeof breakMode>;
export type LastRest = v.InferOutput<typeof lastRest>;
