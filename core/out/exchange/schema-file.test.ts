import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { planJsonSchema } from '../../test/plan-json-schema.ts';

it('docs/plan.schema.json is the plan schema of today (npm run schema)', () => {
  const { title: _, description: __, ...file } = JSON.parse(readFileSync('docs/plan.schema.json', 'utf8'));
  expect(file).toEqual(JSON.parse(JSON.stringify(planJsonSchema())));
});
