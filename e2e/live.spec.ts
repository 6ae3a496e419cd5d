import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, stations } from '../core/test/build.ts';
import { putPlan } from './support/lead.ts';
import { expect, test } from './support/test.ts';

test('words are recorded with the microphone, trimmed, heard, and take the place of the synthetic ones', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['microphone']);
  const plan: Plan = {
    ...planOf({ ...circuit(stations(2), 30, 20, 1), id: 'main' }),
    id: 'live-record',
    title: 'Own voice',
  };
  await putPlan(page.request, plan);
  await page.goto(`/classes/${plan.id}?panel=cues`);
  const panel = page.getByRole('complementary', { name: 'Cues' });
  await panel.getByText(/^All sentences/).click();
  await panel.getByRole('button', { name: 'Record Half way' }).click();
  const dialog = page.getByRole('dialog', { name: 'Record “Half way”' });
  await dialog.getByRole('button', { name: 'Record', exact: true }).click();
  // The pretended microphone beeps once a second.
  await page.waitForFunction(
    (until) => performance.now() > until,
    (await page.evaluate(() => performance.now())) + 2500,
  );
  await dialog.getByRole('button', { name: 'Stop' }).click();
  await dialog.getByRole('slider', { name: 'from' }).press('ArrowRight');
  await dialog.getByRole('button', { name: 'Use it' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(panel.getByRole('button', { name: 'yours: drop' })).toBeVisible();
  const list = await (await page.request.get(`/api/speech/recordings?plan=${plan.id}`)).json();
  expect(list).toEqual([{ planId: plan.id, words: 'Half way', ms: expect.any(Number) }]);
  await panel.getByRole('button', { name: 'yours: drop' }).click();
  await expect(panel.getByRole('button', { name: 'yours: drop' })).toHaveCount(0);
});
