import { expect, it } from 'vitest';
import type { Plan } from '../../../core/class/index.ts';
import { page } from '../../test/shared-page.test.support.ts';

/*
 * What leaves the application, and what comes in: paper, a page for home, a picture with a class over it, music, pulse, clickers.
 */

it('a clicker shows what it sends, and a table of moves comes in by its columns', async () => {
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Try a clicker' }).click();
  const log = page.getByRole('log', { name: 'What was pressed' });
  await page.keyboard.press('PageDown');
  await page.keyboard.press(' ');
  await page.keyboard.press('q');
  await expect(log.getByRole('listitem')).toHaveText([
    /q.*nothing on the desk/,
    /Space.*start, pause, go on/,
    /Page Down.*on to what comes/,
  ]);
  await page.getByRole('button', { name: 'Stop trying' }).click();

  await page.goto('/');
  await page.getByRole('button', { name: 'Import' }).click();
  await page.getByLabel('Plan file, table, workbook or text').setInputFiles({
    name: 'From a table.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Thing,On,Off\nRope slam,30,15\nBear walk,soon,15\n'),
  });
  await expect(page.getByText('No sound class in this file.')).toBeVisible();
  await page.getByLabel('Column Thing is').selectOption('move');
  await expect(page.getByText('Sound: From a table.')).toBeVisible();
  await expect(page.getByText('row 3, work')).toBeVisible();
  await page.getByRole('button', { name: 'Import the good part (1)' }).click();
  await expect(page.getByRole('link', { name: /From a table/ }).first()).toBeVisible();
  const { items } = (await (await page.request.get('/api/plans?q=From%20a%20table')).json()) as {
    items: { plan: Plan }[];
  };
  expect(items[0]?.plan.blocks[0]?.stations.map((x) => x.move)).toEqual(['Rope slam', 'Bear walk']);
});
