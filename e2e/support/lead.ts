import type { Plan } from '../../core/class/index.ts';
import { type APIRequestContext, expect, type Page } from './test.ts';

/** Saves a class, over what an earlier try at the test has left of it. */
export async function putPlan(request: APIRequestContext, plan: Plan, base = ''): Promise<void> {
  const save = (baseVersion: number) => request.put(`${base}/api/plans/${plan.id}`, { data: { plan, baseVersion } });
  const answer = await save(0);
  const last = answer.status() === 409 ? await save((await answer.json()).current.version) : answer;
  expect(last.status()).toBe(200);
}

/** From the plan of a class over Ready to its desk. */
export async function toDesk(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Lead this class' }).click();
  await fromReady(page);
}

/** The desk of a class, by the address of its Ready: its plan, the heaviest of all pages, is not opened first. */
export async function openDesk(page: Page, planId: string, base = ''): Promise<void> {
  await page.goto(`${base}/classes/${planId}/ready`);
  await fromReady(page);
}

async function fromReady(page: Page): Promise<void> {
  const ready = page.getByRole('button', { name: 'To the desk' });
  // A class that a test before has left running is begun anew.
  const again = page.getByRole('button', { name: 'Begin another run of it' });
  await ready.or(again).waitFor();
  if (await again.isVisible()) await again.click();
  await ready.click();
  await page.waitForURL('**/desk/*');
}

/**
 * Saves a class, leads it on a page and waits until it works and the server has its start. Gives the run's id.
 * @param base the server, where the page has no base address of its own
 */
export async function leadClass(page: Page, plan: Plan, base = ''): Promise<string> {
  await putPlan(page.request, plan, base);
  await openDesk(page, plan.id, base);
  await page.getByTestId('move').waitFor();
  const runId = page.url().split('/').at(-1) ?? '';
  await page.keyboard.press(' ');
  // A short set may be over before it is seen.
  await expect(page.getByTestId('phase-word')).not.toHaveText(/Ready|Get ready/);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  return runId;
}
