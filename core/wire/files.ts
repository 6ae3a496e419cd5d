import * as v from 'valibot';
import { endpoint } from './endpoint.ts';

const ProblemPlace = v.object({ path: v.string(), message: v.string() });

export const exportFile = endpoint('GET /files/export', {
  says: 'All classes, or those of some ids, as one plan file with the moves they use',
  query: v.object({ /** `a,b,c`; none means all. */ ids: v.optional(v.string()) }),
  answer: { media: 'application/json' },
  problems: [404],
});

export const importFile = endpoint('POST /files/import', {
  says: 'Brings the classes of a plan file in; one whose id is taken comes in as a copy',
  body: v.strictObject({
    text: v.pipe(v.string(), v.maxLength(3_500_000)),
    /** Bring in the classes that are sound even when others are not. */
    goodPart: v.boolean(),
  }),
  status: 201,
  answer: v.object({
    imported: v.array(v.object({ id: v.string(), title: v.string() })),
    problems: v.array(ProblemPlace),
    told: v.array(v.string()),
    /** Names of the moves that were new. */
    moves: v.array(v.string()),
  }),
  problems: [400, 413, 422],
});

export const getPlanSchema = endpoint('GET /files/plan.schema.json', {
  says: 'The schema of a class document, as JSON Schema',
  answer: { media: 'application/schema+json' },
});
