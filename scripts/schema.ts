// Writes docs/plan.schema.json from the plan document's own schema, docs/api.md from those of the wire, docs/checks.md from the checks.
import { writeFileSync } from 'node:fs';
import { checksPage } from '../core/test/checks-page.ts';
import { planJsonSchema } from '../core/test/plan-json-schema.ts';
import { apiPage } from '../server/api/api-page.ts';

const schema = planJsonSchema();
const text = {
  ...schema,
  title: 'Odd Round class plan',
  description: 'One class; all durations are integer milliseconds.',
};
writeFileSync(new URL('../docs/plan.schema.json', import.meta.url), `${JSON.stringify(text, null, 2)}\n`);
writeFileSync(new URL('../docs/api.md', import.meta.url), apiPage());
writeFileSync(new URL('../docs/checks.md', import.meta.url), checksPage());
