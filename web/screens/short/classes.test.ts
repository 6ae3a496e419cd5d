import { expect, it } from 'vitest';
import { page } from '../../test/shared-page.test.support.ts';

it('a new class is built by keyboard alone and reads 19:00', async () => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New class', exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Empty round sheet' }).focus();
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
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByTestId('total')).toHaveText('19:00');
  await expect(page.getByRole('textbox', { name: 'Name of station 4' })).toHaveValue('Box step-up');
});

it('cells, rows and columns are edited on the sheet, and undone', async () => {
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

it('stations are reordered by keyboard', async () => {
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

it('a deleted class can be brought back', async () => {
  await page.goto('/');
  // The other tests have made many classes: a list draws only what is in sight.
  await page.getByRole('searchbox', { name: 'Search classes' }).fill('slack water');
  await page.getByRole('button', { name: 'Delete Slack Water' }).click();
  await expect(page.getByRole('link', { name: /^Slack Water/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /^Slack Water/ })).toBeVisible();
});

it('a file that is no backup is refused in words, and the data can be checked', async () => {
  await page.goto('/keep');
  const noBackup = { name: 'holiday.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip at all') };
  await page.getByLabel('Backup file').setInputFiles(noBackup);
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByRole('status')).toContainText('no backup of Odd Round. Nothing was changed');
  await page.getByRole('button', { name: 'Check the data' }).click();
  await expect(page.getByRole('status')).toContainText(/Every row can be read: \d+ classes/);
});
