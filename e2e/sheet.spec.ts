import { circuit, planOf, stations } from '../core/test/build.ts';
import { putPlan } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

/*
 * What only a browser knows of the round sheet: where it draws, what is dragged, the clipboard, two windows.
 */

const total = (page: Page) => page.getByTestId('total');

async function writeClass(page: Page, text: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New class', exact: true }).click();
  await page.getByRole('button', { name: 'Write it as text' }).click();
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText(text);
}

/** The text draws its rounds too: what is typed next is meant for the sheet, once it has taken the text's place. */
async function toSheet(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await expect(page.locator('.cm-content')).toHaveCount(0);
}

test('times are copied, pasted and filled; a gap is dragged; all of it is undone', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await writeClass(page, 'class: Clip\nmain: 3 rounds, 40/20, 60 between rounds\n  Row\n  Swing');
  await toSheet(page);
  // 6 × 40 + 3 × 20 + 2 × 60 = 420 s
  await expect(total(page)).toHaveText('7:00');
  await page.getByRole('grid').focus();
  await page.keyboard.type('50');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+c');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('gridcell', { name: 'Swing, round 1: work 50' })).toBeVisible();
  await expect(total(page)).toHaveText('7:20');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Control+r');
  await expect(total(page)).toHaveText('7:40');
  const gap = page.getByRole('slider', { name: 'Main: gap after round 1' });
  await gap.scrollIntoViewIfNeeded();
  const box = (await gap.boundingBox())!;
  await page.mouse.move(box.x + 5, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 90, box.y + 8, { steps: 4 });
  await page.mouse.up();
  await expect(total(page)).not.toHaveText('7:40');
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z');
  await expect(total(page)).toHaveText('7:00');
});

test('an odd round is caught when a station is pasted', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await writeClass(page, 'class: Odd two\nmain: 3 rounds, 40/20\n  Row\n  Swing');
  await toSheet(page);
  await page.evaluate(() => navigator.clipboard.writeText('  Box step-up, by round\n'));
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('textbox', { name: 'Name of station 2' })).toHaveValue('Box step-up');
  await expect(page.getByText(/right gets one set fewer/)).toBeVisible();
});

test('a chain is drawn as it runs: all of one side, then all of the other', async ({ page }) => {
  const chain = stations(3, (x) => ({ ...x, sides: { mode: 'chain', first: 'right' } }));
  const plan = { ...planOf(circuit(chain, 30, 10, 1)), id: 'chained' };
  await putPlan(page.request, plan);
  await page.goto(`/classes/${plan.id}`);
  const left = async (cell: string) => (await page.locator(`[data-cell="${cell}"]`).boundingBox())!.x;
  const [first, last, other] = [await left('0:0'), await left('2:0'), await left('0:0:1')];
  expect([Math.abs(first - last) < 1, other > last + 20]).toEqual([true, true]);
  await expect(page.locator('[data-cell="0:0:1"]')).toHaveAttribute('aria-label', /work 30 left/);
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
