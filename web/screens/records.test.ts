// @vitest-environment jsdom
import { expect, it } from 'vitest';
import { told, withScreens } from '../test/screens.test.support.tsx';

const page = withScreens();

it('the weeks: minutes, load, and what was worked twice running', async () => {
  await page.goto('/records');
  expect(told(await page.getByRole('region', { name: 'Load', exact: true }).one())).toEqual([
    'Load',
    'How hard it was (0 to 10) times minutes of the class, summed up (session RPE, Foster 1998). It describes; it foretells nothing.',
    'Week of 16 Nov: load 974, monotony 0.94, strain 913.',
    'Week of 23 Nov, so far: load 238.',
    '(The numbers: 12 rows)',
    '(As CSV)',
  ]);
});
