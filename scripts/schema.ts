// Writes docs/plan.schema.json from the plan document's own schema.
import { writeFileSync } from 'node:fs';
import { toJsonSchema } from '@valibot/to-json-schema';
import { PlanSchema } from '../core/plan/index.ts';

const schema = toJsonSchema(PlanSchema, { errorMode: 'ignore' });
const text = {
  ...schema,
  title: 'Odd Round class plan',
  description: 'One class; all durations are integer milliseconds.',
};
writeFileSync(new URL('../docs/plan.schema.json', import.meta.url), `${JSON.stringify(text, null, 2)}\n`);
