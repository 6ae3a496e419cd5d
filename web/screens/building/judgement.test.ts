import { expect, it } from 'vitest';
import { type Page, put } from '../../test/screens.test.support.tsx';
import { page } from '../../test/shared-page.test.support.ts';

const saved = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible();
const checks = (page: Page) => page.getByRole('complementary', { name: 'Checks' });

/** A class of its own for a test, copied from a demo class through the interface's own address. */
async function copyOf(page: Page, id: string, title: string): Promise<string> {
  const stored = await (await page.request.get(`/api/plans/${id}`)).json();
  const plan = { ...stored.plan, id: `e2e-${title.toLowerCase().replaceAll(' ', '-')}`, title };
  await put(plan);
  return plan.id;
}

it('the odd round is in the list of checks, is mended there, undone, and taken as meant', async () => {
  const id = await copyOf(page, 'first-light', 'Checked light');
  await page.goto(`/classes/${id}`);
  await page.getByRole('button', { name: 'Checks: 3' }).click();
  await expect(checks(page).getByText('Box step-up goes by round: right gets one set fewer.')).toBeVisible();
  await checks(page).getByRole('button', { name: '4 rounds (+7:20)' }).click();
  await expect(checks(page).getByText('Box step-up goes by round')).toHaveCount(0);
  // 37:35 + 7:20 = 44:55 in a slot of 40 minutes
  await expect(checks(page).getByText('The class runs 4:55 over its slot.')).toBeVisible();
  await page.keyboard.press('Control+z');
  const odd = checks(page).getByRole('listitem').filter({ hasText: 'Box step-up goes by round' });
  await odd.getByRole('button', { name: 'As meant' }).click();
  await expect(checks(page).getByText('As meant: 1 finding')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Checks: 2' })).toBeVisible();
});

it('a rest too short is marked at its row with the seconds needed, and mended with its cost', async () => {
  const id = await copyOf(page, 'slack-water', 'Short rests');
  await page.goto(`/classes/${id}?panel=checks`);
  const rest = page.getByLabel('Pairs, three times each: rest');
  await rest.fill('3');
  await rest.press('Enter');
  // One finding for the whole block: from hands and feet to standing with the sandbag takes longest.
  const row = checks(page)
    .getByRole('listitem')
    .filter({ hasText: '6 changes of Pairs, three times each are too short' });
  await expect(row).toContainText(
    'Squat thrust to Sandbag carry: 3 s of rest, 9.1 s needed (hear it 3.1, change position 3, change kit 3). It happens 14 times.',
  );
  await row.getByText('each of the 6', { exact: true }).click();
  await expect(row).toContainText('Skipping step to Goblet squat: 3 s of rest, 5.3 s needed');
  // In the sheet each gap says what it lacks itself.
  await expect(page.getByRole('button', { name: /^Checks: Skipping step to Goblet squat: 3 s of rest/ })).toBeVisible();
  await row.getByRole('button', { name: /^As much rest as each of the \d stations needs/ }).click();
  await expect(row).toHaveCount(0);
});

it('who is in the class brings up the cautions that concern them', async () => {
  const id = await copyOf(page, 'short-tide', 'Careful tide');
  await page.goto(`/classes/${id}?panel=checks`);
  await checks(page).getByRole('checkbox', { name: 'wrists' }).check();
  const row = checks(page).getByRole('listitem').filter({ hasText: 'Press-up with wrists: Band press instead.' });
  await row.getByRole('button', { name: 'Band press for all' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of station 2' })).toHaveValue('Band press');
});

it('what the class is, two levels and heat are judged; what to say to whom is one page', async () => {
  const id = await copyOf(page, 'tide-clock', 'Warm clock');
  await page.goto(`/classes/${id}?panel=checks`);
  await expect(checks(page).getByText('Nothing to point out.')).toBeVisible();
  await checks(page).getByText('Two levels at once, kind of class, heat').click();
  await checks(page).getByRole('checkbox', { name: 'the room is warm or damp' }).check();
  await checks(page).getByLabel('Temperature').fill('36');
  await checks(page).getByLabel('Temperature').press('Enter');
  await checks(page).getByLabel('Humidity').fill('70');
  await checks(page).getByLabel('Humidity').press('Enter');
  await expect(
    checks(page).getByText(/36 \u00b0C and 70 % are about 3\d(\.\d)? \u00b0C wet-bulb globe\./),
  ).toBeVisible();
  await checks(page).getByLabel('Beginners among them').fill('6');
  await checks(page).getByLabel('Beginners among them').press('Enter');
  await checks(page).getByRole('checkbox', { name: 'wrists' }).check();
  await checks(page).getByRole('button', { name: 'What to say to whom' }).click();
  const said = page.getByRole('dialog', { name: 'What to say to whom' });
  await expect(said.getByRole('region', { name: 'To all' })).toContainText('No class in this heat.');
  await expect(said.getByRole('region', { name: 'Wrists' })).toContainText('Press-up \u2192 Band press');
  await expect(said.getByRole('region', { name: '6 beginners' }).getByRole('listitem').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await saved(page);
  const { plan } = await (await page.request.get(`/api/plans/${id}`)).json();
  expect([plan.climate, plan.mix, plan.audience]).toEqual([
    { celsius: 36, humidity: 70 },
    { beginners: 6, practised: 0 },
    ['wrists'],
  ]);
  await page.reload();
  await expect(page.getByRole('img', { name: /^Effort along the class: / })).toBeVisible();
  const sheet = await page.request.get(`/api/papers/plan/${id}/whom?size=A4`);
  expect(sheet.headers()['content-type']).toBe('application/pdf');
});

it('a station is swapped for one round, and the class gets a low-impact level', async () => {
  const id = await copyOf(page, 'slack-water', 'Swapped water');
  await page.goto(`/classes/${id}?panel=swap`);
  const panel = page.getByRole('complementary', { name: 'Swap' });
  await panel.getByRole('combobox', { name: 'Station' }).selectOption({ label: 'Press-up' });
  await panel.getByRole('combobox', { name: 'For which rounds' }).selectOption('2');
  await panel.getByRole('button', { name: 'Put Hands-off press-up in place of Press-up' }).click();
  await expect(page.getByText('Hands-off press-up for Press-up in round 2.')).toBeVisible();
  await panel.getByRole('button', { name: 'Add a low-impact level' }).click();
  await expect(page.getByText(/stations have a low-impact level beside them/)).toBeVisible();
  await saved(page);
  const { plan } = await (await page.request.get(`/api/plans/${id}`)).json();
  const main = plan.blocks[2].stations;
  expect(main[2].cells).toEqual([{ round: 2, swap: expect.objectContaining({ move: 'Hands-off press-up' }) }]);
  expect(main[3].lowImpact).toBe('Lateral step skater');
});

it('a warm-up and a cool-down are proposed to a length and put in', async () => {
  const id = await copyOf(page, 'rising-tide', 'Prepared tide');
  await page.goto(`/classes/${id}?panel=ends`);
  const panel = page.getByRole('complementary', { name: 'Warm-up and cool-down' });
  for (const word of ['Warm-up', 'Cool-down']) {
    const length = panel.getByLabel(`${word} length`);
    await length.fill('5:00');
    await length.press('Enter');
    await panel.getByRole('button', { name: `Replace the ${word.toLowerCase()}` }).click();
  }
  await expect(page.getByRole('region', { name: 'Warm-up', exact: true }).first()).toContainText('5:00');
  await page
    .getByRole('navigation', { name: 'Judgement' })
    .getByRole('button', { name: /^Checks/ })
    .click();
  await expect(
    checks(page).getByText(/warm-up is shorter|cool-down is shorter|leaves out|raises the pulse|easy movement first/),
  ).toHaveCount(0);
});

it('the balance is drawn for the class and for a block', async () => {
  await page.goto('/classes/slipway?panel=balance');
  const panel = page.getByRole('complementary', { name: 'Balance' });
  await expect(panel.getByRole('img', { name: /^Most worked/ })).toBeVisible();
  await panel.getByRole('combobox').selectOption({ label: 'Short and long rounds' });
  // By round and rounds of 25 and 45 s in turn: the left always gets the short one.
  await expect(panel.getByText('0:50')).toBeVisible();
  await expect(panel.getByRole('img', { name: /squat|hinge/ })).toBeVisible();
  await panel.getByRole('combobox').selectOption({ label: 'Low water finisher' });
  await expect(panel.getByRole('img', { name: 'Most worked: belly' })).toBeVisible();
});

it('moves are found as one types, a row is opened, one of one’s own is added and kept', async () => {
  await page.goto('/moves');
  const found = page.getByTestId('found');
  await expect(found).toHaveText('631');
  await page.getByRole('searchbox', { name: 'Search moves' }).fill('goblet');
  await expect(found).toHaveText('5 of 631');
  await page.getByRole('button', { name: 'Goblet squat', exact: true }).click();
  await expect(page.getByRole('complementary', { name: 'Goblet squat' })).toContainText('Elbows inside knees');
  await page.getByRole('searchbox', { name: 'Search moves' }).fill('');
  await page.getByRole('button', { name: 'New move' }).click();
  const form = page.getByRole('complementary', { name: 'New move' });
  await form.getByLabel('name', { exact: true }).fill('Quay step');
  await form.getByLabel('main parts').fill('seat; kelp');
  await expect(form.getByText('“kelp” is none of front thighs')).toBeVisible();
  await form.getByLabel('main parts').fill('seat');
  await form.getByRole('button', { name: 'Save move' }).click();
  await expect(page.getByRole('complementary', { name: 'Quay step' })).toBeVisible();
  await page.reload();
  await expect(found).toHaveText('632');
  await page.getByRole('searchbox', { name: 'Search moves' }).fill('quay');
  await page.getByRole('checkbox', { name: 'Choose Quay step' }).check();
  await page.getByRole('button', { name: 'Put away' }).click();
  await page.getByRole('searchbox', { name: 'Search moves' }).fill('');
  await expect(found).toHaveText('631');
});

it('a CSV of 500 moves with bad rows: columns are mapped, bad rows named, the good ones come in and are found at once', async () => {
  const parts = ['lower body', 'upper body', 'core', 'cardio'];
  const rows = Array.from({ length: 500 }, (_, k) => `Pier ${k % 50} step ${k},${parts[k % 4]},${1 + (k % 5)},plank`);
  rows[10] = 'Bad area,knees,2,';
  rows[20] = ',core,2,';
  const csv = `Exercise,Group,Level,Colour\n${rows.join('\n')}`;
  await page.goto('/moves');
  await page.getByRole('button', { name: 'Import' }).click();
  await page
    .getByLabel('CSV file')
    .setInputFiles({ name: 'moves.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  const dialog = page.getByRole('dialog', { name: 'Import moves' });
  await expect(dialog.getByLabel('Column Exercise is')).toHaveValue('name');
  await expect(dialog.getByLabel('Column Group is')).toHaveValue('area');
  await expect(dialog.getByLabel('Column Level is')).toHaveValue('effort');
  await expect(dialog.getByLabel('Column Colour is')).toHaveValue('');
  await expect(dialog.getByRole('status')).toHaveText('500 rows: 498 sound, 2 not.');
  await expect(dialog.getByText('row 12, area')).toBeVisible();
  await dialog.getByRole('button', { name: 'Import the 498 that are sound' }).click();
  await expect(page.getByTestId('found')).toHaveText('1129');
  await page.getByRole('searchbox', { name: 'Search moves' }).fill('pier 49 step 499');
  await expect(page.getByTestId('found')).toHaveText('1 of 1129');
  await page.getByRole('searchbox', { name: 'Search moves' }).fill('');
  const shown = await page.getByTestId('moves-rows').getByRole('row').count();
  expect(shown).toBeLessThan(60);
  // Put away again: other tests see the shipped library.
  await page.getByRole('searchbox', { name: 'Search moves' }).fill('pier');
  await expect(page.getByTestId('found')).toHaveText('498 of 1129');
  await page.getByRole('checkbox', { name: 'Choose all found' }).check();
  await page.getByRole('button', { name: 'Put away' }).click();
  await page.getByRole('searchbox', { name: 'Search moves' }).fill('');
  await expect(page.getByTestId('found')).toHaveText('631');
});

it('the kit room is counted and a shortage shows in the class', async () => {
  await page.goto('/kit');
  const bands = page.getByLabel('How many: band', { exact: true });
  await bands.fill('2');
  await bands.press('Enter');
  await page.goto('/classes/slack-water?panel=checks');
  await expect(checks(page).getByText(/wants 18 × band for 18 people; there are 2/)).toBeVisible();
  await page.goto('/kit');
  await bands.fill('24');
  await bands.press('Enter');
  await expect(bands).toHaveValue('24');
});
