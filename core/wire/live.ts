import * as v from 'valibot';
import { RunEventSchema, SCREEN_KINDS } from '../time/index.ts';
import { planOfToday } from './documents.ts';
import { endpoint, runId } from './endpoint.ts';

/** The heart rates on a wall: counts by zone, and the values of those who agreed. */
export const PulseOnWallSchema = v.strictObject({
  /** How many are in zones 0 to 5. */
  zones: v.pipe(v.array(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(400))), v.length(6)),
  unknown: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(400)),
  people: v.pipe(
    v.array(
      v.strictObject({
        name: v.pipe(v.string(), v.maxLength(40)),
        bpm: v.pipe(v.number(), v.minValue(20), v.maxValue(260)),
        zone: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(5)),
      }),
    ),
    v.maxLength(60),
  ),
});
export type PulseOnWall = v.InferOutput<typeof PulseOnWallSchema>;

const STREAM = { media: 'text/event-stream' } as const;
const STREAM_MORE =
  'Server-sent events: `run` first (the class as begun, the kind of stream, the clock offset), then `event` for each event of the run, `clock` when the desk\u2019s clock has moved, for walls `pulse` with what the desk has them show of heart rates, `beat` with the server\u2019s time every 3 s, and for desks `command` when something is asked. A stream that broke goes on after the `Last-Event-ID`, or after `?after=`.';
const streamQuery = v.object({ after: v.optional(v.string()) });
const screenQuery = v.object({
  ...streamQuery.entries,
  /** Which screen it is, and of which station (its number) or squad; what it is not told of is left out. */
  screen: v.optional(v.picklist(SCREEN_KINDS)),
  part: v.optional(v.pipe(v.string(), v.maxLength(40))),
});

export const deskStream = endpoint('GET /runs/{id}/stream', {
  says: 'What happens in a run, and what is asked of its desk',
  more: STREAM_MORE,
  query: streamQuery,
  answer: STREAM,
  problems: [404, 503],
});

/** The kinds of follower of a stream. */
export const STREAM_KINDS = ['watch', 'squad', 'remote', 'station', 'desk'] as const;

/** The messages of a stream, by name. */
export const STREAM_MESSAGES = {
  run: v.object({
    /** Brought up to today by the server. */
    plan: planOfToday,
    kind: v.picklist(STREAM_KINDS),
    /** The number of the station or the squad that the screen is of; null where it is of none. */
    part: v.optional(v.nullable(v.string()), null),
    clockOffsetMs: v.number(),
  }),
  event: RunEventSchema,
  clock: v.object({ offsetMs: v.number() }),
  beat: v.object({ nowMs: v.number() }),
  pulse: v.object({ pulse: v.nullable(PulseOnWallSchema) }),
  command: v.object({ id: v.string(), command: v.looseObject({ type: v.string() }) }),
  waiting: v.object({}),
} as const;

export const followCode = endpoint('GET /live/{code}', {
  says: 'What a code opens',
  answer: v.object({ kind: v.picklist(['watch', 'squad', 'remote', 'station']) }),
  problems: [404, 429],
  open: true,
});

export const followClock = endpoint('GET /live/{code}/clock', {
  says: 'The server\u2019s time in ms since 1970, for a screen to set its clock by',
  answer: v.object({ nowMs: v.number() }),
  open: true,
});

export const followFigures = endpoint('GET /live/{code}/figures', {
  says: 'How the moves of the run of a code are drawn',
  more: 'By the names that the screen shows; of the moves that are drawn. A screen asks anew when a name has come that it does not know.',
  query: v.object({ screen: screenQuery.entries.screen, part: screenQuery.entries.part }),
  answer: v.object({ figures: v.record(v.string(), v.string()) }),
  problems: [403, 404, 429],
  open: true,
});

export const followStream = endpoint('GET /live/{code}/stream', {
  says: 'What happens in the run of a code',
  more: `${STREAM_MORE} A screen is told what it shows and no more: of the class and of each event the fields that its kind, with \`screen\` and \`part\`, may see.`,
  query: screenQuery,
  answer: STREAM,
  problems: [403, 404, 429, 503],
  open: true,
});

export const askDesk = endpoint('POST /live/{code}/commands', {
  says: 'Asks the desk of a run for something; the desk decides',
  more: 'A wall may ask for the sound, a remote may do what a desk does but finish. A squad\u2019s phone may write down reps and how hard it was, also for an hour after the end, for the squad or for somebody by the name said as `personName`: the answer is the same whether the club knows the name or not; what cannot be placed waits for the instructor. What is written down already is changed from the phone that wrote it alone. Asked twice under one id, it counts once.',
  body: v.strictObject({ id: runId, command: v.looseObject({ type: v.string() }) }),
  status: 202,
  answer: v.object({ passedOn: v.literal(true) }),
  problems: [400, 403, 404, 409, 422, 429, 503],
  open: true,
});

export const followClip = endpoint('GET /live/{code}/clip', {
  says: 'Words that a run says, for a screen that sounds in place of the desk',
  query: v.object({
    text: v.pipe(v.string(), v.minLength(1), v.maxLength(300)),
    /** `2` asks for the second of two voices in turn. */
    turn: v.optional(v.picklist(['1', '2']), '1'),
  }),
  answer: { media: 'audio/wav' },
  problems: [400, 404, 429, 503],
  open: true,
});
