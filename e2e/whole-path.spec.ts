import { expect, type Page, test } from '@playwright/test';
import type { Plan } from '../core/plan/index.ts';
import type { RunEvent } from '../core/run/index.ts';
import { circuit, planOf, s, stations } from '../core/test/build.ts';
import { expectedTones } from './support/expected-tones.ts';
import { blockMainThread, listen } from './support/onsets.ts';

const remaining = async (page: Page) => Number(await page.getByTestId('remaining').getAttribute('data-ms'));

test('a new class is built by keyboard alone in under a minute and reads 19:00', async ({ page }) => {
  await page.goto('/');
  const from = Date.now();
  await page.getByRole('button', { name: 'New class' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Class title' }).waitFor();
  await page.getByRole('textbox', { name: 'Class title' }).focus();
  await page.keyboard.type('Keyboard class');
  const add = page.getByRole('combobox', { name: 'Add a station to Main' });
  await add.focus();
  for (const name of ['goblet squat', 'press-up', 'row', 'box step-up', 'rope slam', 'front plank']) {
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('textbox', { name: 'Main: between rounds' }).focus();
  await page.keyboard.type('60');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('total')).toHaveText('19:00');
  expect(Date.now() - from).toBeLessThan(60_000);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByTestId('total')).toHaveText('19:00');
  await expect(page.getByRole('textbox', { name: 'Name of station 4' })).toHaveValue('Box step-up');
});

test('cells, rows and columns are edited on the sheet, and undone', async ({ page }) => {
  await page.goto('/classes/short-tide');
  const grid = page.getByRole('grid', { name: /^Station by station/ });
  await grid.focus();
  await page.keyboard.type('40');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('gridcell', { name: 'Kettlebell swing, round 1: work 40, rest 15' })).toBeVisible();
  await expect(page.getByTestId('total')).toHaveText('18:00');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('20/10');
  await page.keyboard.press('Enter');
  // Station by station 4 × 4: 16 × 20 + 12 × 10 + 3 × 40 = 560 s; it was 16 × 30 + 12 × 15 + 3 × 40 = 780 s.
  await expect(page.getByTestId('total')).toHaveText('14:10');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('total')).toHaveText('17:50');
});

test('stations are reordered by keyboard', async ({ page }) => {
  await page.goto('/classes/short-tide');
  const second = page
    .getByRole('region', { name: 'Station by station' })
    .getByRole('textbox', { name: 'Name of station 2' });
  await second.focus();
  await page.keyboard.press('Alt+ArrowUp');
  const first = page
    .getByRole('region', { name: 'Station by station' })
    .getByRole('textbox', { name: 'Name of station 1' });
  await expect(first).toHaveValue('Press-up');
});

test('a deleted class can be brought back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Delete Slack Water' }).click();
  await expect(page.getByRole('link', { name: /^Slack Water/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /^Slack Water/ })).toBeVisible();
});

test('two windows on one class: the second is told and nobody’s work is lost', async ({ context }) => {
  const [one, two] = [await context.newPage(), await context.newPage()];
  await one.goto('/classes/slipway');
  await two.goto('/classes/slipway');
  const title = (page: Page) => page.getByRole('textbox', { name: 'Class title' });
  await title(one).fill('Slipway, long');
  await expect(one.getByText('Saved', { exact: true })).toBeVisible();
  await title(two).fill('Slipway, short');
  await expect(two.getByRole('alert')).toContainText('saved in another window');
  await two.reload();
  await expect(title(two)).toHaveValue('Slipway, short');
  await expect(two.getByRole('alert')).toBeVisible();
  await two.getByRole('button', { name: 'Take theirs, keep mine as a copy' }).click();
  await expect(title(two)).toHaveValue('Slipway, long');
  await two.goto('/');
  await expect(two.getByRole('link', { name: /^Slipway, short \(mine\)/ })).toBeVisible();
});

const short = (id: string): Plan => ({
  ...planOf(circuit(stations(2), 8, 5, 2, { roundBreakMs: s(7) })),
  id,
  title: 'Short measure',
  countInMs: 5000,
});

async function lead(page: Page, plan: Plan): Promise<string> {
  await page.request.put(`/api/plans/${plan.id}`, { data: { plan, baseVersion: 0 } });
  await page.goto(`/classes/${plan.id}`);
  await page.getByRole('button', { name: 'Lead this class' }).click();
  await page.getByTestId('remaining').waitFor();
  return page.url().split('/').at(-1) ?? '';
}

for (const blocked of [false, true]) {
  test(`every tone is on time through pause, skip, back and +10${blocked ? ', main thread blocked' : ''}`, async ({
    page,
  }) => {
    const onsets = await listen(page);
    const runId = await lead(page, short(blocked ? 'tones-b' : 'tones-a'));
    if (blocked) await blockMainThread(page, 300, 700);
    await page.keyboard.press(' ');
    const phase = page.getByTestId('phase-word');
    await expect(phase).toHaveText('Work');
    await expect.poll(() => remaining(page)).toBeLessThan(6200);
    await page.keyboard.press(' ');
    await expect(phase).toHaveText('Paused');
    await page.waitForFunction((t) => performance.now() > t, (await page.evaluate(() => performance.now())) + 1500);
    await page.keyboard.press(' ');
    await expect(phase).toHaveText('Rest');
    await page.keyboard.press('ArrowRight');
    await expect(phase).toHaveText('Work');
    await expect.poll(() => remaining(page)).toBeLessThan(7300);
    await page.keyboard.press('ArrowLeft');
    await expect(phase).toHaveText('Rest');
    await expect(phase).toHaveText('Work');
    await expect(phase).toHaveText('Round break');
    await page.keyboard.press('+');
    await expect.poll(() => remaining(page)).toBeGreaterThan(7000);
    await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible({ timeout: 60_000 });
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    const heard = await onsets();
    const run = (await (await page.request.get(`/api/runs/${runId}`)).json()) as { plan: Plan; events: RunEvent[] };
    const expected = expectedTones(run.plan, run.events, Date.now());
    expect(expected.length).toBeGreaterThan(20);
    expect(heard).toHaveLength(expected.length);
    const offsets = expected.map((ms, k) => ms - heard[k]! * 1000);
    const middle = [...offsets].sort((a, b) => a - b)[Math.floor(offsets.length / 2)]!;
    const worst = Math.max(...offsets.map((o) => Math.abs(o - middle)));
    expect(worst).toBeLessThan(5);
    const drift = await page.evaluate(() => Date.now() - performance.timeOrigin - performance.now());
    expect(Math.abs(drift)).toBeLessThan(1000);

    await page.getByRole('button', { name: 'See it in the log' }).click();
    await expect(page.getByText(/Paused 0:0\d in Move 1, round 1/)).toBeVisible();
    await expect(page.getByText(/Skipped the rest after Move 1/)).toBeVisible();
    await expect(page.getByText('Added 0:10 to the break after round 1.')).toBeVisible();
  });
}
