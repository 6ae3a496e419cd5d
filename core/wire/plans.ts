import * as v from 'valibot';
import { name } from '../class/index.ts';
import { OutlineSchema } from '../time/index.ts';
import { anyPlan, LIST_QUERY, pageOf, time } from './documents.ts';
import { endpoint } from './endpoint.ts';
import { planFrom } from './plan-document.ts';

/** A class as it is stored. */
export const StoredPlanSchema = v.object({
  plan: planFrom(),
  version: v.number(),
  updatedAt: time,
  /** When the class was last led; null when it never was. */
  lastLedAt: v.nullable(time),
  /** In the bin since; null when it is not. */
  deletedAt: v.optional(v.nullable(time), null),
  /** What was changed in an older document to make it one of today, in words. */
  told: v.optional(v.array(v.string()), []),
});
export type StoredPlan = v.InferOutput<typeof StoredPlanSchema>;

const VersionSchema = v.object({
  version: v.number(),
  savedAt: time,
  title: v.string(),
  totalMs: v.number(),
  /** What the instructor calls it; null where it has no name. */
  name: v.nullable(v.string()),
  /** What the text after it changed, in words, and how much more than is told; null where one of them cannot be read. */
  changes: v.nullable(v.object({ told: v.array(v.string()), more: v.number() })),
});
export type StoredVersion = v.InferOutput<typeof VersionSchema>;

/** The answer of a save that met a newer version. */
export const ConflictSchema = v.object({ current: StoredPlanSchema });

export const listPlans = endpoint('GET /plans', {
  says: 'A page of the classes, the latest change first',
  query: v.object({
    ...LIST_QUERY,
    /** Only those with a room plan. */ room: v.optional(v.literal('1')),
    /** All but those of series. */ series: v.optional(v.literal('0')),
    /** Those in the bin. */ bin: v.optional(v.literal('1')),
  }),
  answer: pageOf(StoredPlanSchema),
});

export const planOutlines = endpoint('GET /plans/outlines', {
  says: 'The shapes of some classes: those of these ids that there are and that can be read',
  query: v.object({
    /** Ids with commas between them; so many at most. */
    ids: v.pipe(v.string(), v.maxLength(6500)),
  }),
  answer: v.array(v.object({ id: v.string(), outline: OutlineSchema })),
});

export const getPlan = endpoint('GET /plans/{id}', {
  says: 'One class, deleted or not',
  answer: StoredPlanSchema,
  problems: [404, 422],
});

export const getDocument = endpoint('GET /plans/{id}/document', {
  says: 'A class as it is stored, also one that this version cannot read',
  answer: { media: 'application/json' },
  problems: [404],
});

export const savePlan = endpoint('PUT /plans/{id}', {
  says: 'Saves a class and keeps the text before it',
  more: 'A save made from an older version than the stored one answers 409 with that one as `current`, and changes nothing; so does one of a class in the bin, with 410.',
  body: v.strictObject({
    /** Of this version or an older one: a window may be older than its server. */
    plan: anyPlan,
    /** The version the text was made from; 0 for a new class. */
    baseVersion: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2_147_483_647)),
  }),
  answer: StoredPlanSchema,
  problems: [400, 409, 410, 413, 422],
});

export const deletePlan = endpoint('DELETE /plans/{id}', {
  says: 'Puts a class into the bin',
  answer: null,
  problems: [404],
});

export const undeletePlan = endpoint('POST /plans/{id}/undelete', {
  says: 'Takes a class out of the bin',
  answer: null,
  problems: [404],
});

export const listVersions = endpoint('GET /plans/{id}/versions', {
  says: 'A page of the earlier texts of a class, the newest first',
  query: v.object({ below: v.optional(v.string()), limit: LIST_QUERY.limit }),
  answer: v.object({ items: v.array(VersionSchema), next: v.nullable(v.number()) }),
});

export const getVersion = endpoint('GET /plans/{id}/versions/{version}', {
  says: 'One earlier text of a class',
  answer: planFrom(),
  problems: [404, 422],
});

export const nameVersion = endpoint('PUT /plans/{id}/versions/{version}/name', {
  says: 'Names a text, or takes its name away; a named one stays when the history is thinned',
  body: v.strictObject({ name: v.nullable(name(60)) }),
  answer: null,
  problems: [400, 404],
});
