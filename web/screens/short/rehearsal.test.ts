import { expect, it } from 'vitest';
import type { Plan } from '../../../core/class/index.ts';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { put } from '../../test/screens.test.support.tsx';
import { page } from '../../test/shared-page.test.support.ts';

it('the builder lists what gives way with measured lengths, and takes words of one’s own', async () => {
  const long = 'Walk out to a high plank and reach each arm far';
  const plan: Plan = {
    ...planOf({
      ...circuit(
        stations(2, (x, k) => ({ ...x, move: k ? long : 'Squat' })),
        6,
        6,
        1,
      ),
      id: 'main',
    }),
    id: 'live-cues',
    title: 'Cue measure',
  };
  await put(plan);
  await page.goto(`/classes/${plan.id}?panel=cues`);
  const panel = page.getByRole('complementary', { name: 'Cues' });
  const gives = panel.getByRole('region', { name: 'What gives way' });
  await expect(gives.getByRole('status')).toHaveText('Lengths as measured');
  await expect(gives).toContainText(long);
  await expect(gives).toContainText('there would be room in a rest of');
  await panel.getByRole('combobox', { name: 'Levels for' }).selectOption({ label: long });
  await panel.getByPlaceholder(long).fill('Plank reach');
  await expect(gives).not.toContainText(long);
  await panel.getByText(/^All sentences/).click();
  await expect(panel.getByText('Next: Plank reach')).toBeVisible();
});

it('a class is rehearsed from anywhere, at speed, cue by cue, and no run is made', async () => {
  const before = (await (await page.request.get('/api/runs')).json()).length;
  await page.goto('/classes/short-tide/rehearse');
  const position = page.getByTestId('position');
  const at = async () => Number(await position.getAttribute('data-ms'));
  await page.getByRole('slider', { name: 'Place in the class' }).fill('300000');
  await expect.poll(at).toBeGreaterThanOrEqual(300_000);
  await page.getByRole('group', { name: 'Class strip' }).click({ position: { x: 600, y: 18 } });
  await expect.poll(at).not.toBe(300_000);
  await page.getByRole('slider', { name: 'Place in the class' }).fill('300000');
  await page.getByRole('button', { name: '16×' }).click();
  await page.getByRole('button', { name: /Play/ }).click();
  await expect.poll(at).toBeGreaterThan(316_000);
  await page.getByRole('button', { name: /Pause/ }).click();
  const still = await at();
  await page.getByRole('button', { name: /Next cue/ }).click();
  expect(await at()).toBeGreaterThan(still);
  expect((await (await page.request.get('/api/runs')).json()).length).toBe(before);
});
