import * as v from 'valibot';
import { CUE_SWITCHES, PHRASES } from '../cues/index.ts';
import { FormatSchema } from '../formats/index.ts';
import { CueLevelsSchema, keysOf, StationSchema } from '../station/index.ts';
import { clock, count, documentId as id, ms, name, text } from '../values/index.ts';
import { BodySchema } from './body.ts';
import { InSeriesSchema } from './in-series.ts';
import { LayoutSchema } from './layout.ts';
import { MusicSchema } from './music.ts';

/** More stations than this a block does not hold, nor more blocks a class. */
export const MOST_STATIONS = 60;
export const MOST_BLOCKS = 40;

/** The newest version of the plan document; files that say less are migrated, files that say more are refused. */
export const PLAN_VERSION = 4;

/** The voices that ship with the application. */
export const VOICES = ['slt', 'rms', 'awb', 'kal', 'kal16'] as const;
export type VoiceName = (typeof VOICES)[number];

/** The groups of people that ask for care. */
export const AUDIENCES = [
  'wrists',
  'knees',
  'back',
  'neck',
  'pressure',
  'pregnancy',
  'pelvicFloor',
  'dizziness',
  'falls',
  'bones',
] as const;
export type Audience = (typeof AUDIENCES)[number];

/** The kinds of class that are judged differently from interval training. */
export const CLASS_KINDS = ['intervals', 'strength', 'mobility', 'dance', 'seated', 'test'] as const;
export type ClassKind = (typeof CLASS_KINDS)[number];

/** Ways to put stations in order. */
export const SCHOOLS = ['spread', 'cluster', 'alternate', 'hardestFirst', 'fewestFloorTrips', 'shortestWalk'] as const;
export type School = (typeof SCHOOLS)[number];

export const BlockSchema = v.strictObject({
  id,
  title: name(60),
  role: v.picklist(['warmUp', 'main', 'finisher', 'coolDown', 'other']),
  use: v.picklist(['together', 'stations']),
  stations: v.pipe(v.array(StationSchema), v.maxLength(MOST_STATIONS)),
  format: FormatSchema,
  breakAfter: v.strictObject({ ms: ms(), untilTap: v.boolean() }),
  /** Where everybody stays in it and what they hold; over the class's. */
  body: v.optional(BodySchema),
  /** The shortest the block may become when time runs short; null is no floor. */
  floorMs: v.optional(v.nullable(ms())),
  /** The school its order follows on purpose; checks that argue with it keep quiet. */
  school: v.optional(v.picklist(SCHOOLS)),
  cueLevels: v.optional(CueLevelsSchema),
  /** Tempo of the music in beats a minute; none is no music. */
  musicBpm: v.optional(v.pipe(v.number(), v.minValue(60), v.maxValue(200))),
  music: v.optional(MusicSchema),
  notes: v.optional(text(2000)),
  /** What a demo shows: the stations of a later block, how long each, those listed first; one of 0 ms is left out. */
  shows: v.optional(
    v.strictObject({
      blockId: id,
      moves: v.optional(v.pipe(v.array(v.strictObject({ stationId: id, ms: ms() })), v.maxLength(MOST_STATIONS))),
    }),
  ),
});

/** From how many seconds a countdown can run. */
export const COUNTDOWNS = [0, 3, 5, 10] as const;

/** The place a script line is bound to; `afterMs` counts from its beginning. */
export const BoundSchema = v.variant('on', [
  v.strictObject({ on: v.literal('class'), afterMs: ms() }),
  v.strictObject({ on: v.literal('block'), blockId: id, afterMs: ms() }),
  /** The break after a block, or after a round or group of it. */
  v.strictObject({ on: v.literal('break'), blockId: id, round: v.optional(count(1, 99)), afterMs: ms() }),
  v.strictObject({ on: v.literal('round'), blockId: id, round: count(1, 99), afterMs: ms() }),
  /** A station each time it comes round, or in one round. */
  v.strictObject({
    on: v.literal('station'),
    blockId: id,
    stationId: id,
    round: v.optional(count(1, 99)),
    afterMs: ms(),
  }),
]);
export type Bound = v.InferOutput<typeof BoundSchema>;

const LineSchema = v.strictObject({ at: BoundSchema, text: name(200), spoken: v.boolean() });
export type Line = v.InferOutput<typeof LineSchema>;

export const CueSettingsSchema = v.strictObject({
  ...v.entriesFromList(keysOf(CUE_SWITCHES), v.boolean()),
  /** Seconds counted before work starts, and before it ends; 0 is none. */
  countdownBeforeWork: v.picklist(COUNTDOWNS),
  countdownBeforeEnd: v.picklist(COUNTDOWNS),
  /** When people are told to get ready, before the end of a rest, break, talk or demo of 20 s or more: the longest first. */
  warningsMs: v.pipe(v.array(ms(4000, 120_000)), v.maxLength(3)),
  /** Form cues of the library too; what the instructor wrote is said in any case. */
  formCues: v.boolean(),
});

const heads = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(400));

export const PlanSchema = v.strictObject({
  version: v.literal(PLAN_VERSION),
  id,
  title: name(80),
  /** The booked slot: when it starts (HH:MM, or null when it varies) and how long it is (null when unknown). */
  slot: v.strictObject({ start: v.nullable(clock), lengthMs: v.nullable(ms(60_000)) }),
  heads: v.nullable(count(1, 400)),
  level: v.picklist(['beginner', 'mixed', 'practised']),
  /** How many come of either end, where that is known. */
  mix: v.optional(v.strictObject({ beginners: heads, practised: heads })),
  /** What the class is; unset it is judged by what is in it. */
  kind: v.optional(v.picklist(CLASS_KINDS)),
  /** Where everybody stays and what they hold. */
  body: v.optional(BodySchema),
  /** How warm and damp the room is, °C and per cent. */
  climate: v.optional(
    v.strictObject({
      celsius: v.pipe(v.number(), v.minValue(-10), v.maxValue(50)),
      humidity: v.pipe(v.number(), v.minValue(0), v.maxValue(100)),
    }),
  ),
  room: text(60),
  /** The room to scale, with the stations set out in it. */
  layout: v.optional(LayoutSchema),
  notes: text(4000),
  countInMs: ms(),
  /** Runs after every wait until tapped, before the work; 0 is none. */
  getReadyMs: ms(0, 30_000),
  cues: CueSettingsSchema,
  cueLevels: v.optional(CueLevelsSchema),
  /** Sentences in the instructor's own words. */
  phrases: v.optional(v.strictObject(v.entriesFromList(keysOf(PHRASES), v.optional(name(120))))),
  /** The instructor's own lines; spoken by the voice or only shown. */
  lines: v.optional(v.pipe(v.array(LineSchema), v.maxLength(200))),
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
  /** What there is of some kit for this class, in place of what the room has. */
  kit: v.optional(
    v.pipe(
      v.array(
        v.strictObject({ name: name(40), count: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(999)) }),
      ),
      v.maxLength(60),
    ),
  ),
  /** Its place in a series: the third of eight. */
  series: v.optional(InSeriesSchema),
  /** Flashes and vibration in place of sound. */
  silent: v.optional(v.boolean()),
  /** What people in this class have said of themselves; moves with a caution for it are pointed out. */
  audience: v.optional(v.pipe(v.array(v.picklist(AUDIENCES)), v.maxLength(AUDIENCES.length))),
  /** Findings of the checks that are as meant, by key, with the words they had. */
  accepted: v.optional(v.pipe(v.array(v.strictObject({ key: name(300), text: name(400) })), v.maxLength(200))),
  blocks: v.pipe(v.array(BlockSchema), v.maxLength(MOST_BLOCKS)),
});

export type Plan = v.InferOutput<typeof PlanSchema>;
export type Block = v.InferOutput<typeof BlockSchema>;
export type BlockRole = Block['role'];
export type CueSettings = v.InferOutput<typeof CueSettingsSchema>;
