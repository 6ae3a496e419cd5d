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

export const getHabits = endpoint({
  method: 'GET',
  path: '/habits',
  says: 'How the club does things',
  status: 200,
  answer: HabitsSchema,
});

export const saveHabits = endpoint({
  method: 'PUT',
  path: '/habits',
  says: 'Sets how the club does things',
  body: HabitsSchema,
  status: 200,
  answer: HabitsSchema,
  problems: [400],
});

export const listMoves = endpoint({
  method: 'GET',
  path: '/moves',
  says: 'All moves by name, those put away left out',
  status: 200,
  answer: v.array(MoveSchema),
});

export const movesLately = endpoint({
  method: 'GET',
  path: '/moves/lately',
  says: 'The names of the moves of the last three classes led, the newest first',
  status: 200,
  answer: v.array(v.array(v.string())),
});

export const movesUsed = endpoint({
  method: 'GET',
  path: '/moves/used',
  says: 'How often each name is on a station of the two hundred newest classes, the most used first',
  status: 200,
  answer: v.array(v.object({ name: v.string(), uses: v.number() })),
});

export const saveMoves = endpoint({
  method: 'PUT',
  path: '/moves',
  says: 'Saves moves as the instructor\u2019s own, all or none; one of the same name in any spelling is replaced',
  body: v.strictObject({ moves: v.pipe(v.array(MoveSchema), v.minLength(1), v.maxLength(10_000)) }),
  status: 200,
  answer: v.object({ saved: v.number() }),
  problems: [400, 413],
});

export const hideMoves = endpoint({
  method: 'POST',
  path: '/moves/hidden',
  says: 'Puts moves away, or brings them back; classes that use them keep their stations',
  body: v.strictObject({
    names: v.pipe(v.array(v.pipe(v.string(), v.maxLength(80))), v.minLength(1), v.maxLength(10_000)),
    hidden: v.boolean(),
  }),
  status: 200,
  answer: v.object({ changed: v.number() }),
  problems: [400],
});

export const listKit = endpoint({
  method: 'GET',
  path: '/kit',
  says: 'What is in the kit room',
  status: 200,
  answer: v.array(KitItemSchema),
});

export const saveKit = endpoint({
  method: 'PUT',
  path: '/kit',
  says: 'Replaces what is in the kit room',
  body: v.strictObject({ items: v.pipe(v.array(KitItemSchema), v.maxLength(200)) }),
  status: 200,
  answer: v.array(KitItemSchema),
  problems: [400, 422],
});

export const getUnits = endpoint({
  method: 'GET',
  path: '/units',
  says: 'The unit of a weight that is typed without one; weights are kept in kg',
  status: 200,
  answer: UnitsSchema,
});

export const saveUnits = endpoint({
  method: 'PUT',
  path: '/units',
  says: 'Sets the unit of a weight that is typed without one',
  body: UnitsSchema,
  status: 200,
  answer: UnitsSchema,
  problems: [400],
});

export const getThresholds = endpoint({
  method: 'GET',
  path: '/thresholds',
  says: 'By what the checks judge',
  status: 200,
  answer: ThresholdsSchema,
});

export const saveThresholds = endpoint({
  method: 'PUT',
  path: '/thresholds',
  says: 'Sets by what the checks judge',
  body: ThresholdsSchema,
  status: 200,
  answer: ThresholdsSchema,
  problems: [400],
});
