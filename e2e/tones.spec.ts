import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, stations, TONES_ALONE } from '../core/test/build.ts';
import type { RunEvent } from '../core/time/index.ts';
import { expectedSounds } from './support/expected-sounds.ts';
import { openDesk, putPlan } from './support/lead.ts';
import { blockMainThread, judged, listen, skipUnlessInTime, waitInTime } from './support/onsets.ts';
import { expect, type Page, test } from './support/test.ts';

test.use({ bypassCSP: true });

const remaining = async (page: Page) => Number(await page.getByTestId('remaining').getAttribute('data-ms'));

const short = (id: string): Plan => ({
  ...planOf(circuit(stations(3), 6, 5, 1)),
  id,
  // Tones alone: words are measured in their own test.
  cueLevels: TONES_ALONE,
  title: 'Short measure',
  countInMs: 3000,
});

async function lead(page: Page, plan: Plan): Promise<string> {
  await putPlan(page.request, plan);
  await openDesk(page, plan.id);
  await page.getByTestId('remaining').waitFor();
  return page.url().split('/').at(-1) ?? '';
}

test('every tone is on time through pause, skip, back and +10, with a busy main thread', async ({ page }) => {
  const onsets = await listen(page);
  const runId = await lead(page, short('tones'));
  await blockMainThread(page, 300, 700);
  await page.keyboard.press(' ');
  const phase = page.getByTestId('phase-word');
  await expect(phase).toHaveText('Work');
  await expect.poll(() => remaining(page)).toBeLessThan(4200);
  await page.keyboard.press(' ');
  await expect(phase).toHaveText('Paused');
  await waitInTime(1500, page);
  await page.keyboard.press(' ');
  await expect(phase).toHaveText('Rest');
  // Wait for the rest tone to fade: a tone within another is no onset of its own.
  await expect.poll(() => remaining(page)).toBeLessThan(4000);
  await page.keyboard.press('ArrowRight');
  await expect(phase).toHaveText('Work');
  await expect.poll(() => remaining(page)).toBeLessThan(5000);
  await page.keyboard.press('ArrowLeft');
  await expect(phase).toHaveText('Rest');
  await skipUnlessInTime(page);
  await expect(phase).toHaveText('Work');
  await expect(phase).toHaveText('Rest');
  await page.keyboard.press('+');
  await expect.poll(() => remaining(page)).toBeGreaterThan(10_000);
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await skipUnlessInTime(page);
  const heard = await onsets();
  const run = (await (await page.request.get(`/api/runs/${runId}`)).json()) as { plan: Plan; events: RunEvent[] };
  const expected = expectedSounds(run.plan, run.events, Date.now(), new Map()).map((x) => x.atMs);
  expect(expected.length).toBeGreaterThan(15);
  await judged(() => {
    const from = (list: number[]) => list.map((x) => Math.round(x - list[0]!));
    expect(from(heard.map((x) => x * 1000))).toEqual(from(expected).map((x) => expect.closeTo(x, -1)));
    const offsets = expected.map((ms, k) => ms - heard[k]! * 1000);
    const middle = [...offsets].sort((a, b) => a - b)[Math.floor(offsets.length / 2)]!;
    const worst = Math.max(...offsets.map((o) => Math.abs(o - middle)));
    expect(worst).toBeLessThan(5);
    test.info().annotations.push({ type: 'worst onset error, ms', description: worst.toFixed(3) });
  }, page);

  await page.getByRole('button', { name: /^Done/ }).click();
  await expect(page.getByText(/Paused 0:0\d in Move 1/)).toBeVisible();
  await expect(page.getByText(/Skipped the rest after Move 1/)).toBeVisible();
  await expect(page.getByText('Added 0:10 to the rest after Move 2.')).toBeVisible();
});
