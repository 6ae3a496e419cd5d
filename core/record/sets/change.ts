import * as v from 'valibot';
import { documentId, name, SwapSchema } from '../../class/index.ts';

const whole = v.pipe(v.number(), v.integer());
const deltaMs = v.pipe(whole, v.minValue(-3_600_000), v.maxValue(3_600_000));
const round = v.pipe(whole, v.minValue(1), v.maxValue(99));

/** The kinds of gap in a block. */
export const GAPS = ['roundBreak', 'groupBreak', 'blockBreak'] as const;

/**
 * Something a run did otherwise than its plan, as a change that can be made to a plan: by ids, and by how much, so that it fits a plan
 * that has changed since.
 */
export const ChangeSchema = v.variant('kind', [
  /** Work, or the gap after it, of some visits; null for all rounds, or for all stations. */
  v.strictObject({
    kind: v.literal('time'),
    time: v.picklist(['work', 'rest']),
    blockId: documentId,
    stationId: v.nullable(documentId),
    round: v.nullable(round),
    deltaMs,
  }),
  v.strictObject({ kind: v.literal('break'), gap: v.picklist(GAPS), blockId: documentId, deltaMs }),
  /** A break waits until it is tapped. */
  v.strictObject({ kind: v.literal('hold'), gap: v.picklist(GAPS), blockId: documentId }),
  v.strictObject({ kind: v.literal('rounds'), blockId: documentId, rounds: round }),
  /** Another move at a station, in one round or in all. */
  v.strictObject({
    kind: v.literal('move'),
    blockId: documentId,
    stationId: documentId,
    round: v.nullable(round),
    to: SwapSchema,
  }),
  v.strictObject({
    kind: v.literal('weight'),
    blockId: documentId,
    stationId: documentId,
    weightKg: v.pipe(v.number(), v.minValue(0), v.maxValue(500)),
  }),
  v.strictObject({ kind: v.literal('drop'), blockId: documentId, stationId: documentId }),
  /** A move put in after a station. */
  v.strictObject({
    kind: v.literal('add'),
    blockId: documentId,
    afterId: documentId,
    id: documentId,
    to: SwapSchema,
  }),
  v.strictObject({ kind: v.literal('heads'), heads: v.pipe(whole, v.minValue(1), v.maxValue(400)) }),
  /** A word for next time goes into the notes of the class. */
  v.strictObject({ kind: v.literal('note'), text: name(500) }),
]);
export type PlanChange = v.InferOutput<typeof ChangeSchema>;
