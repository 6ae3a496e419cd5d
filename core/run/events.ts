import * as v from 'valibot';

const eventId = v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{8,64}$/));
const epochMs = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(8_640_000_000_000));
const base = {
  id: eventId,
  /** Order in the run, from 1; the fold sorts by it. */
  seq: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(1_000_000)),
  /** When it happened on the leading desk's clock: ms since 1970, UTC. */
  atMs: epochMs,
};
const plain = <T extends string>(type: T) => v.strictObject({ ...base, type: v.literal(type) });

/** One thing that happened in a live run. */
export const RunEventSchema = v.variant('type', [
  plain('start'),
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
  plain('finish'),
  plain('abandon'),
]);

export type RunEvent = v.InferOutput<typeof RunEventSchema>;
export type RunEventType = RunEvent['type'];

type Bare<E> = E extends RunEvent ? Omit<E, 'id' | 'seq' | 'atMs'> : never;
/** An event before it has been given its identity, order and time. */
export type RunCommand = Bare<RunEvent>;

/** Events in order of sequence number, each id once: the first to arrive counts. */
export function inOrder(events: readonly RunEvent[]): RunEvent[] {
  const seen = new Set<string>();
  return [...events].sort((a, b) => a.seq - b.seq).filter((e) => !seen.has(e.id) && seen.add(e.id));
}
