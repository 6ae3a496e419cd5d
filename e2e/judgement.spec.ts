import { putPlan } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

/** A class of its own for a test, copied from a demo class through the interface's own address. */
async function copyOf(page: Page, id: string, title: string): Promise<string> {
  const stored = await (await page.request.get(`/api/plans/${id}`)).json();
  const plan = { ...stored.plan, id: `e2e-${title.toLowerCase().replaceAll(' ', '-')}`, title };
  await putPlan(page.request, plan);
  return plan.id;
}

test('an order is found in the worker, shows what it gains, and is taken', async ({ page }) => {
  const id = await copyOf(page, 'slack-water', 'Ordered water');
  await page.goto(`/classes/${id}?panel=order`);
  const panel = page.getByRole('complementary', { name: 'Order' });
  await panel.getByRole('checkbox', { name: 'Goblet squat stays in place' }).check();
  await panel.getByRole('button', { name: 'Find an order' }).click();
  const proposal = panel.getByRole('region', { name: 'Proposal' });
  await expect(proposal).toContainText('The best of all orders');
  await expect(proposal.getByRole('listitem').first()).toContainText('Goblet squat');
  await expect(proposal.getByRole('row', { name: /same area running 0\.\d 0\.\d better/ })).toBeVisible();
  const names = await proposal.getByRole('listitem').allInnerTexts();
  await proposal.getByRole('button', { name: 'Take this order' }).click();
  const rows = page
    .getByRole('region', { name: 'Pairs, three times each' })
    .getByRole('textbox', { name: /^Name of station/ });
  for (const [k, text] of names.entries()) expect(text).toContain(await rows.nth(k).inputValue());
});
