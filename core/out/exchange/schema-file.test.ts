import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { BLOCK_FIELDS, PLAN_FIELDS, STATION_FIELDS } from '../../class/index.ts';
import { planJsonSchema } from '../../test/plan-json-schema.ts';

it('docs/plan.schema.json is the plan schema of today (npm run schema)', () => {
  const { title: _, description: __, ...file } = JSON.parse(readFileSync('docs/plan.schema.json', 'utf8'));
  expect(file).toEqual(JSON.parse(JSON.stringify(planJsonSchema())));
});

it('docs/plan-format.md names every field of a class, a block and a station', () => {
  const page = readFileSync('docs/plan-format.md', 'utf8');
  const fields = [PLAN_FIELDS, BLOCK_FIELDS, STATION_FIELDS].flatMap(Object.keys);
  expect(fields.filter((name) => !page.includes(`\`${name}\``))).toEqual([]);
});
