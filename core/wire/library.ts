import * as v from 'valibot';
import { name, VOICES, WEIGHT_UNITS } from '../class/index.ts';
import { ThresholdsSchema } from '../judge/index.ts';
import { KitItemSchema, MoveSchema } from '../moves/index.ts';
import { isZone } from '../record/index.ts';
import { endpoint } from './endpoint.ts';

/** The units of numbers that are typed without one. */
export const UnitsSchema = v.strictObject({ weight: v.optional(v.picklist(WEIGHT_UNITS), 'kg') });

/** The habits of a club: defaults of a new class, the format of times of day, the checklist before a class. */
export const HabitsSchema = v.strictObject({
  clock: v.optional(v.picklist(['24', '12']), '24'),
  /** The countdown of a new class, s. */
  countdown: v.optional(v.picklist([0, 3, 5, 10]), 3),
  /** The voice of a new class. */
  voice: v.optional(v.picklist(VOICES), 'slt'),
  /** The time zone of the club, by its IANA name; empty is that of the server. */
  zone: v.optional(
    v.pipe(
      v.string(),
      v.check((z) => z === '' || isZone(z), 'No time zone of that name is known'),
    ),
    '',
  ),
  checklist: v.optional(v.pipe(v.array(name(80)), v.maxLength(40)), [
    'Timer and watch',
    'Recording',
    'Music',
    'Towel and water',
    'Doors and floor',
  ]),
});
export type Habits = v.InferOutput<typeof HabitsSchema>;

export const getHabits = endpoint('GET /habits', {
  says: 'How the club does things',
  answer: HabitsSchema,
});

export const saveHabits = endpoint('PUT /habits', {
  says: 'Sets how the club does things',
  body: HabitsSchema,
  answer: HabitsSchema,
  problems: [400],
});

export const listMoves = endpoint('GET /moves', {
  says: 'All moves by name, those put away left out',
  answer: v.array(MoveSchema),
});

export const movesLately = endpoint('GET /moves/lately', {
  says: 'The names of the moves of the last three classes led, the newest first',
  answer: v.array(v.array(v.string())),
});

export const movesUsed = endpoint('GET /moves/used', {
  says: 'How often each name is on a station of the two hundred newest classes, the most used first',
  answer: v.array(v.object({ name: v.string(), uses: v.number() })),
});

export const saveMoves = endpoint('PUT /moves', {
  says: 'Saves moves as the instructor\u2019s own, all or none; one of the same name in any spelling is replaced',
  body: v.strictObject({ moves: v.pipe(v.array(MoveSchema), v.minLength(1), v.maxLength(10_000)) }),
  answer: v.object({ saved: v.number() }),
  problems: [400, 413],
});

export const hideMoves = endpoint('POST /moves/hidden', {
  says: 'Puts moves away, or brings them back; classes that use them keep their stations',
  body: v.strictObject({
    names: v.pipe(v.array(v.pipe(v.string(), v.maxLength(80))), v.minLength(1), v.maxLength(10_000)),
    hidden: v.boolean(),
  }),
  answer: v.object({ changed: v.number() }),
  problems: [400],
});

export const listKit = endpoint('GET /kit', {
  says: 'What is in the kit room',
  answer: v.array(KitItemSchema),
});

export const saveKit = endpoint('PUT /kit', {
  says: 'Replaces what is in the kit room',
  body: v.strictObject({ items: v.pipe(v.array(KitItemSchema), v.maxLength(200)) }),
  answer: v.array(KitItemSchema),
  problems: [400, 422],
});

export const getUnits = endpoint('GET /units', {
  says: 'The unit of a weight that is typed without one; weights are kept in kg',
  answer: UnitsSchema,
});

export const saveUnits = endpoint('PUT /units', {
  says: 'Sets the unit of a weight that is typed without one',
  body: UnitsSchema,
  answer: UnitsSchema,
  problems: [400],
});

export const getThresholds = endpoint('GET /thresholds', {
  says: 'By what the checks judge',
  answer: ThresholdsSchema,
});

export const saveThresholds = endpoint('PUT /thresholds', {
  says: 'Sets by what the checks judge',
  body: ThresholdsSchema,
  answer: ThresholdsSchema,
  problems: [400],
});
