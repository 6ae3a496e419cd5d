import { readFileSync } from 'node:fs';
import { toJsonSchema } from '@valibot/to-json-schema';
import { expect, it } from 'vitest';
import { PlanSchema } from '../plan/index.ts';

it('docs/plan.schema.json is the plan schema of today (npm run schema)', () => {
  const { title: _, description: __, ...file } = JSON.parse(readFileSync('docs/plan.schema.json', 'utf8'));
  expect(file).toEqual(JSON.parse(JSON.stringify(toJsonSchema(PlanSchema, { errorMode: 'ignore' }))));
});
