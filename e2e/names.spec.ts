import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, stations, TONES_ALONE } from '../core/test/build.ts';
import { FULL } from './support/attack.ts';
import { leadClass, putPlan } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

/** A class of some moves, stored; gives its id. */
async function stored(page: Page, id: string, names: readonly string[], more: Partial<Plan> = {}): Promise<string> {
  const list = stations(names.length, (s, k) => ({ ...s, move: names[k] ?? '' }));
  const plan = { ...planOf({ ...circuit(list, 40, 20, 2), id: 'main', role: 'main' }), id, title: id, ...more };
  await putPlan(page.request, plan);
  return id;
}

if (FULL)
  test('ways in order with the base marked, and weights by level: on the sheet, the desk, the wall and a phone', async ({
    page,
    context,
  }) => {
    const id = await stored(page, 'ways-tide', ['Goblet squat', 'Press-up'], {
      countInMs: 1000,
      cueLevels: TONES_ALONE,
    });
    await page.goto(`/classes/${id}`);
    await page.getByRole('button', { name: 'All of Goblet squat', exact: true }).focus();
    await page.keyboard.press('Enter');
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Add an easier way').fill('Squat to the bench');
    await page.keyboard.press('Enter');
    await dialog.getByLabel('Low-impact way').fill('Half squat');
    await page.keyboard.press('Enter');
    for (const [word, weight] of [
      ['light', '10 lb'],
      ['for all', '25lb'],
      ['heavy', '16'],
    ] as const) {
      await dialog.getByRole('textbox', { name: `Weight, ${word}` }).fill(weight);
      await page.keyboard.press('Enter');
    }
    await page.keyboard.press('Escape');
    await expect(page.getByText('10 lb / 25 lb / 16 kg')).toBeVisible();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    const { plan } = (await (await page.request.get(`/api/plans/${id}`)).json()) as { plan: Plan };
    expect(plan.blocks[0]?.stations[0]).toMatchObject({
      easier: ['Squat to the bench', 'Bodyweight squat'],
      harder: ['Pause goblet squat'],
      lowImpact: 'Half squat',
      weightKg: 11.339809,
      heavyKg: 16,
    });

    const ways = ['Half squat', 'Squat to the bench', 'Bodyweight squat', 'Goblet squat', 'Pause goblet squat'];
    const listed = (p: Page) => p.getByRole('list', { name: 'Ways to do it, from the easiest' }).getByRole('listitem');
    const runId = await leadClass(page, plan);
    await expect(listed(page).filter({ hasText: /squat/i })).toHaveText(ways.map((w) => new RegExp(w)));
    await expect(page.getByText('10 lb / 25 lb / 16 kg')).toBeVisible();
    const codes = await (await page.request.post(`/api/runs/${runId}/codes`)).json();
    for (const path of [`/wall/${codes.watch}`, `/station/${codes.watch}/1`]) {
      const screen = await context.newPage();
      await screen.goto(path);
      await expect(listed(screen)).toHaveText(ways.map((w) => new RegExp(w)));
      await expect(listed(screen).filter({ hasText: 'as planned' })).toContainText('Goblet squat');
      await expect(screen.getByText('10 lb / 25 lb / 16 kg')).toBeVisible();
    }
  });
