import { expect, type Page, test } from '@playwright/test';
import type { Plan } from '../core/plan/index.ts';
import { currentInterval, type RunEvent, stateAt } from '../core/run/index.ts';
import { circuit, planOf, s, stations } from '../core/test/build.ts';
import { OwnServer } from './support/server.ts';

const server = new OwnServer(4318);
test.beforeAll(() => server.start());
test.afterAll(() => server.kill());

const plan: Plan = {
  ...planOf(circuit(stations(4), 20, 10, 3, { roundBreakMs: s(30) })),
  id: 'survival',
  title: 'Survival',
  countInMs: 3000,
};

/** What the desk shows against what its own stored events say, in ms of the current interval. */
async function deskError(page: Page, runId: string): Promise<number> {
  const [shown, stored, now] = await page.evaluate(
    (id) =>
      [
        Number(document.querySelector('[data-testid=remaining]')?.getAttribute('data-ms')),
        localStorage.getItem(`odd-round.run.${id}`) ?? '',
        Date.now(),
      ] as const,
    runId,
  );
  const { events } = JSON.parse(stored) as { events: RunEvent[] };
  const state = stateAt(plan, events, now);
  const right = (currentInterval(state)?.durationMs ?? 0) - state.elapsedMs;
  return Math.abs(right - shown);
}

test('reload, close and a killed server: the desk is right and every event is logged once', async ({ context }) => {
  let page = await context.newPage();
  await page.request.put(`${server.url}/api/plans/${plan.id}`, { data: { plan, baseVersion: 0 } });
  await page.goto(`${server.url}/classes/${plan.id}`);
  await page.getByRole('button', { name: 'Lead this class' }).click();
  const runId = page.url().split('/').at(-1) ?? '';
  await page.keyboard.press(' ');
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.reload();
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
  expect(await deskError(page, runId)).toBeLessThan(1000);

  await server.kill();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('+');
  await expect(page.getByText('2 kept here, not on the server yet')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('3 kept here, not on the server yet')).toBeVisible();
  expect(await deskError(page, runId)).toBeLessThan(1000);

  await server.start();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.close();
  page = await context.newPage();
  await page.goto(`${server.url}/desk/${runId}`);
  await expect(page.getByTestId('move')).toContainText('Move');
  expect(await deskError(page, runId)).toBeLessThan(1000);

  await page.keyboard.press(' ');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await server.kill();
  await server.start();
  const stored = (await (await page.request.get(`${server.url}/api/runs/${runId}`)).json()) as { events: RunEvent[] };
  expect(stored.events.map((e) => e.type)).toEqual(['start', 'skip', 'adjust', 'skip', 'pause']);
  expect(stored.events.map((e) => e.seq)).toEqual([1, 2, 3, 4, 5]);
});

test('a class edited while the server is away is kept and saved when it is back', async ({ page }) => {
  await page.goto(`${server.url}/classes/short-tide`);
  await page.getByRole('textbox', { name: 'Class title' }).waitFor();
  await server.kill();
  await page.getByRole('textbox', { name: 'Class title' }).fill('Short Tide, ebbing');
  await expect(page.getByText('Not saved yet, kept in this browser')).toBeVisible();
  await server.start();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Class title' })).toHaveValue('Short Tide, ebbing');
});
