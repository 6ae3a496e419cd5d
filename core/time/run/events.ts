import * as v from 'valibot';
import { text as anyText, MOST_WAYS, POSITIONS, SideSchema, name as text } from '../../class/index.ts';

const eventId = v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{8,64}$/));
const epochMs = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(8_640_000_000_000));
const documentId = v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{1,64}$/));
const round = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(99));
const base = {
  id: eventId,
  /** Order in the run, from 1; the fold sorts by it. */
  seq: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(1_000_000)),
  /** When it happened on the leading desk's clock: ms since 1970, UTC. */
  atMs: epochMs,
  /** The desk that did it; events of older runs do not say. */
  by: v.optional(documentId),
};
/** How long people get ready after a live wait: no longer than after a planned one. */
const readyMs = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(30_000));
/** How hard something was, 0 (rest) to 10 (utmost), as people say it: Foster's session RPE. */
const rpe = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(10));
const bpm = v.pipe(v.number(), v.minValue(20), v.maxValue(260));
/** One way, as older runs have it, or some. */
const ways = v.union([text(80), v.pipe(v.array(text(80)), v.maxLength(MOST_WAYS))]);
/** Another move, by any words, and what the library knows of it. */
const anotherMove = v.strictObject({
  move: text(80),
  kit: v.optional(v.pipe(v.array(text(40)), v.maxLength(8))),
  easier: v.optional(ways),
  harder: v.optional(ways),
  position: v.optional(v.picklist(POSITIONS)),
});
const plain = <T extends string>(type: T) => v.strictObject({ ...base, type: v.literal(type) });

/** What was done in a set: by one of the club's people, by a squad, or by all when both are null. The last one said of a set counts. */
const REPS = {
  type: v.literal('reps'),
  stationId: v.nullable(documentId),
  round: v.nullable(round),
  squad: v.nullable(text(40)),
  /** The side it was done on, or on which a complex was left. */
  side: v.optional(SideSchema),
  /** The second, third … time that this set was done, where it was done again. */
  again: v.optional(v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(99))),
  /** One of the club's people, by id: a record holds no names of people. */
  person: v.optional(documentId),
  /** The phone that it was entered on: from there alone, or by the instructor, it is changed. */
  phone: v.optional(documentId),
  /** Null where nobody counted. */
  count: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(9999))),
  weightKg: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(500))),
  effort: v.optional(rpe),
  note: v.optional(text(200)),
};
/** How hard the class was as a whole for a squad or one of its people; null takes it back. */
const FELT = {
  type: v.literal('felt'),
  squad: v.nullable(text(40)),
  person: v.optional(documentId),
  phone: v.optional(documentId),
  effort: v.nullable(rpe),
};
/** The entries a phone may send. */
export const EnteredSchema = v.variant('type', [v.strictObject(REPS), v.strictObject(FELT)]);
export type Entered = v.InferOutput<typeof EnteredSchema>;

/** One thing that happened in a live run. */
export const RunEventSchema = v.variant('type', [
  /** Begins the run; its desk leads. */
  plain('start'),
  /** Another desk takes over: from here on it leads. */
  plain('lead'),
  plain('pause'),
  plain('resume'),
  plain('skip'),
  plain('back'),
  plain('restart'),
  /** Lets an interval that waits to be tapped go on. */
  plain('release'),
  v.strictObject({
    ...base,
    type: v.literal('adjust'),
    deltaMs: v.pipe(v.number(), v.integer(), v.minValue(-3_600_000), v.maxValue(3_600_000)),
  }),
  /** Lets the current interval wait at its end until tapped; people get ready before the work that follows it. */
  v.strictObject({ ...base, type: v.literal('hold'), readyMs: v.optional(readyMs) }),
  /** One round more or fewer of the current block. */
  v.strictObject({ ...base, type: v.literal('rounds'), delta: v.picklist([1, -1]) }),
  /** One more interval after the current one: the set just done once more, or another move. */
  v.strictObject({ ...base, type: v.literal('more'), to: v.optional(anotherMove) }),
  /** So many people have come; groups are made anew. */
  v.strictObject({
    ...base,
    type: v.literal('heads'),
    heads: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(400)),
  }),
  /** Where the run sounds: on a following screen, or on the leading desk when it is null. */
  v.strictObject({ ...base, type: v.literal('sound'), screen: v.nullable(documentId) }),
  /** Another move at a station: in this set, in this round, or from now on. */
  v.strictObject({
    ...base,
    type: v.literal('swap'),
    stationId: documentId,
    scope: v.picklist(['on', 'round', 'set']),
    to: anotherMove,
  }),
  v.strictObject({ ...base, ...REPS }),
  v.strictObject({ ...base, ...FELT }),
  /**
   * What straps told over a set, with its mean and its most, and how long each heart was in which zone since the last of these; of no set where
   * it only adds to the zones. It stays with desks and records: no screen that follows hears of it.
   */
  v.strictObject({
    ...base,
    type: v.literal('pulse'),
    stationId: v.nullable(documentId),
    round: v.nullable(round),
    side: v.optional(SideSchema),
    again: v.optional(v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(99))),
    of: v.pipe(
      v.array(
        v.strictObject({
          strap: text(40),
          person: v.optional(documentId),
          squad: v.optional(text(40)),
          mean: bpm,
          max: bpm,
          zonesMs: v.pipe(v.array(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(14_400_000))), v.length(5)),
        }),
      ),
      v.maxLength(100),
    ),
  }),
  v.strictObject({
    ...base,
    type: v.literal('note'),
    stationId: v.nullable(documentId),
    round: v.nullable(round),
    text: text(500),
  }),
  /** What is left is cut or stretched to end by a time. */
  v.strictObject({
    ...base,
    type: v.literal('replan'),
    byMs: epochMs,
    rounds: v.pipe(v.array(v.strictObject({ blockId: documentId, rounds: round })), v.maxLength(40)),
    drop: v.pipe(v.array(v.strictObject({ blockId: documentId, stationId: documentId })), v.maxLength(200)),
    trims: v.pipe(
      v.array(
        v.strictObject({
          key: anyText(80),
          ms: v.pipe(v.number(), v.integer(), v.minValue(1)),
        }),
      ),
      v.maxLength(2000),
    ),
  }),
  /** Takes an earlier event back, as though it had not been. */
  v.strictObject({ ...base, type: v.literal('undo'), of: eventId }),
  /** The end; `idle` where nobody had touched the run for hours and it ended by itself. */
  v.strictObject({ ...base, type: v.literal('finish'), idle: v.optional(v.literal(true)) }),
  plain('abandon'),
  /** Takes the ending of the run back: it stands paused where it was ended. */
  plain('reopen'),
  /** What is written down when the class is over; the last of each counts, and what is left out stays as it was. */
  v.strictObject({
    ...base,
    type: v.literal('close'),
    /** How many came; null where nobody counted. */
    came: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(400)))),
    /** How hard it was as a whole, 0 (rest) to 10 (utmost); null where nobody said. */
    effort: v.optional(v.nullable(rpe)),
    /** For the next time. */
    next: v.optional(anyText(500)),
    /** It was no class: it counts in no sum. */
    trial: v.optional(v.boolean()),
  }),
]);

/** The effort of a class for a squad or a person. */
export const FeltSchema = v.object({
  squad: v.nullable(v.string()),
  person: v.optional(v.string()),
  effort: v.number(),
});

export type RunEvent = v.InferOutput<typeof RunEventSchema>;
export type RunEventType = RunEvent['type'];

type Bare<E> = E extends RunEvent ? Omit<E, 'id' | 'seq' | 'atMs' | 'by'> : never;
/** An event before it has been given its identity, order, time and desk. */
export type RunCommand = Bare<RunEvent>;

/**
 * Events in order of sequence number, each id once: the first to arrive counts. Of two desks' events with the same
 * number, taking over comes first: what the other desk did without knowing of it comes after it.
 */
export function inOrder(events: readonly RunEvent[]): RunEvent[] {
  const seen = new Set<string>();
  return [...events].sort(compareEvents).filter((e) => !seen.has(e.id) && seen.add(e.id));
}

/** Negative where `a` comes before `b` in a run. */
export const compareEvents = (a: RunEvent, b: RunEvent) =>
  a.seq - b.seq || Number(b.type === 'lead') - Number(a.type === 'lead') || compareIds(a, b);

const compareIds = (a: RunEvent, b: RunEvent) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** What begins, hands over or ends a run, or moves its sound, cannot be taken back, nor can taking back. */
const LASTING: readonly RunEventType[] = [
  'start',
  'lead',
  'sound',
  'finish',
  'abandon',
  'undo',
  'reopen',
  'close',
  'felt',
  'pulse',
];
/** What is written down counts whichever desk wrote it. */
const RECORDS: readonly RunEventType[] = ['reps', 'note', 'felt', 'pulse', 'close'];

/** Whether an event only writes something down: the run goes on as it was. */
export const isRecord = (e: Pick<RunEvent, 'type'>) => RECORDS.includes(e.type);

/** The desk that leads after all events: the one that started, or the last that took over; null when none has said. */
export function leaderOf(events: readonly RunEvent[]): string | null {
  return inOrder(events).reduce<string | null>(leaderAfter, null);
}

/** The desk that leads after an event, when one led before it. */
export function leaderAfter(leader: string | null, e: RunEvent): string | null {
  if (e.type === 'lead') return e.by ?? leader;
  return e.type === 'start' ? (leader ?? e.by ?? null) : leader;
}

/** Events in order without the commands of a desk that did not lead any more when it gave them. */
function ofLeaders(events: readonly RunEvent[]): RunEvent[] {
  let leader: string | null = null;
  return inOrder(events).filter((e) => {
    leader = leaderAfter(leader, e);
    return counts(e, leader);
  });
}

/** Whether an event counts while a desk leads: its own, those that do not say whose they are, and records. */
export const counts = (e: RunEvent, leader: string | null) =>
  leader === null || e.by === undefined || e.by === leader || RECORDS.includes(e.type);

/** Whether an event can be taken back. */
export const isUndoable = (e: RunEvent) => !LASTING.includes(e.type);

/**
 * The events that count: in order, those of the leading desk, without those taken back and without the taking back. An end that was
 * taken back is a pause.
 */
export function effective(events: readonly RunEvent[]): RunEvent[] {
  const ordered = reopened(ofLeaders(events));
  const undone = new Map(ordered.flatMap((e) => (e.type === 'undo' ? [[e.of, e.seq] as const] : [])));
  // Only what has been can be taken back: an id that comes later is another thing.
  return ordered.filter(
    (e) => e.type !== 'undo' && (!isUndoable(e) || (undone.get(e.id) ?? Number.NEGATIVE_INFINITY) <= e.seq),
  );
}

/** Whether an event ends the run. */
const isEnd = (e: RunEvent) => e.type === 'finish' || e.type === 'abandon';

/** Events in order, with a pause for every end that was taken back. */
function reopened(ordered: readonly RunEvent[]): readonly RunEvent[] {
  if (!ordered.some((e) => e.type === 'reopen')) return ordered;
  const opensAgain = (k: number) => ordered.slice(k + 1).some((e) => e.type === 'reopen');
  return ordered.map((e, k) => {
    if (!isEnd(e) || !opensAgain(k)) return e;
    const { id, seq, atMs, by } = e;
    return { id, seq, atMs, ...(by === undefined ? {} : { by }), type: 'pause' as const };
  });
}

/** The last event that can be taken back, or null. */
export function lastUndoable(events: readonly RunEvent[]): RunEvent | null {
  const ends = new Set(events.filter(isEnd).map((e) => e.id));
  return effective(events).findLast((e) => isUndoable(e) && !ends.has(e.id)) ?? null;
}
