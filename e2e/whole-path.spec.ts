import { expect, type Page, test } from './support/test.ts';

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
