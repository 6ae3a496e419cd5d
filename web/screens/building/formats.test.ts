import { describe, expect, it } from 'vitest';
import { writePlanFile } from '../../../core/out/index.ts';
import { GOLDEN } from '../../../core/test/golden.ts';
import type { Page } from '../../test/screens.test.support.tsx';
import { page } from '../../test/shared-page.test.support.ts';

const total = (page: Page) => page.getByTestId('total');

async function writeClass(page: Page, text: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New class', exact: true }).click();
  await page.getByRole('button', { name: 'Write it as text' }).click();
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText(text);
}

it('every golden total, imported and read off the list and the builder', async () => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Import' }).click();
  const plans = GOLDEN.map((g, k) => ({ ...g.plan, id: `golden-${k}`, title: `Golden ${k}` }));
  await page.getByLabel('Plan file').setInputFiles({
    name: 'golden.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writePlanFile(plans)),
  });
  await page.getByRole('button', { name: `Import all ${GOLDEN.length}` }).click();
  for (const [k, golden] of GOLDEN.entries())
    await expect(page.getByRole('link', { name: new RegExp(`^Golden ${k} `) })).toContainText(golden.total);
  for (const k of [0, 5, 8, 14]) {
    await page.goto(`/classes/golden-${k}`);
    await expect(total(page)).toHaveText(GOLDEN[k]!.total);
  }
});

it('a broken file names the place and imports nothing, or the good part', async () => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Import' }).click();
  const [good] = GOLDEN.map((g) => ({ ...g.plan, id: 'half-good', title: 'Half good' }));
  const text = JSON.stringify([good, { ...good, id: 'half-bad', countInMs: 'ten' }]);
  await page
    .getByLabel('Plan file')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await expect(page.getByRole('list', { name: 'What is wrong' })).toContainText('[1].countInMs');
  await page.getByRole('button', { name: 'Import the good part (1)' }).click();
  await expect(page.getByRole('link', { name: /^Half good/ })).toBeVisible();
});

const BOARDS: [name: string, text: string, total: string][] = [
  ['pairs', 'main: 3 rounds in pairs 40/15, 45 between pairs\n  A move\n  B move\n  C move\n  D move', '11:15'],
  [
    'add-on with reverse pass',
    'main: add-on, 25 work, 40 rest, reverse\n  A move\n  B move\n  C move\n  D move\n  E move',
    '18:30',
  ],
  [
    'uneven minutes',
    'main: every minute, 4 rounds\n  A move, 50 work\n  B move, 45 work\n  C move, 40 work\n  D move, 35 work',
    '16:00',
  ],
  [
    'long and short rounds',
    'main: 3 rounds, work by round 25 50 25, 12 rest\n  A move\n  B move\n  C move\n  D move',
    '8:52',
  ],
  [
    'windows with a complex',
    'main: windows x6, 90 on 60 off\n  Goblet squat, 8 reps\n  Press-up, 6 reps\n  Band row, 10 reps a side',
    '14:00',
  ],
  [
    'one-leg chain',
    'main: 30/10\n  Reverse lunge, chain 20 between sides\n  Side lunge, chain\n  Calf raise, chain',
    '4:00',
  ],
  ['beats', 'main: beats, 128 bpm\n  Step touch, 32 counts learn it, 32 counts bigger', '0:30'],
  [
    'ladder of three segments',
    'main: ladder, 2 rounds, 15 a rung, 30 rest\n  A move\n  B move\nbreak 2 min\nmain: ladder, 2 rounds, 15 a rung, 30 rest\n  C move\n  D move\nbreak 2 min\nmain: ladder, 2 rounds, 15 a rung, 30 rest\n  E move\n  F move',
    '8:30',
  ],
  [
    'two-sided cool-down',
    'cool-down: holds, hold 25, change 5\n  Quad stretch each side\n  Hamstring stretch each side\n  Chest opener',
    '2:25',
  ],
];

/** The text draws its rounds too: what is typed next is meant for the sheet, once it has taken the text's place. */
async function toSheet(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await expect(page.locator('.cm-content')).toHaveCount(0);
}

it('a class of every format, written on the board, reads its total, and keeps it', async () => {
  for (const [name, text, expected] of BOARDS) {
    await writeClass(page, `class: Board ${name}\n${text}`);
    await expect(total(page)).toHaveText(expected);
    await toSheet(page);
    await expect(page.getByRole('grid').first()).toBeVisible();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  }
  await page.goto('/');
  for (const [name, , expected] of BOARDS)
    await expect(page.getByRole('link', { name: new RegExp(`^Board ${name}`) }).first()).toContainText(expected);
});

it('what is not understood is marked with its place and the nearest word', async () => {
  await writeClass(page, 'main: 3 rounds, 40/20\n  Row, alternatng');
  const problems = page.getByRole('list', { name: 'Not understood' });
  await expect(problems).toContainText('2:8');
  await expect(problems).toContainText('alternating');
});

it('a pairs class is built by hand', async () => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New class', exact: true }).click();
  await page.getByRole('button', { name: 'Empty round sheet' }).click();
  const add = page.getByRole('combobox', { name: 'Add a station to Main' });
  for (const name of ['Row', 'Shuttle run', 'Press-up', 'Skater step']) {
    await add.fill(name);
    await add.press('Enter');
  }
  await page.getByRole('combobox', { name: 'Main: go' }).selectOption('in pairs');
  const set = async (label: string, value: string) => {
    await page.getByRole('textbox', { name: label }).fill(value);
    await page.keyboard.press('Enter');
  };
  await set('Main: between rounds', '0');
  await set('Main: between groups', '45');
  await set('Main: work', '40');
  await set('Main: rest', '15');
  // 12 × 40 + 10 × 15 + 45 = 675 s
  await expect(total(page)).toHaveText('11:15');
});

describe('an odd round is caught', () => {
  const short = (page: Page) => page.getByText(/right gets one set fewer/);

  it('when rounds are typed, and mended by a button', async () => {
    await writeClass(page, 'class: Odd one\nmain: 4 rounds, 40/20\n  Row\n  Box step-up, by round');
    await toSheet(page);
    await expect(short(page)).toHaveCount(0);
    await page.getByRole('textbox', { name: 'Main: rounds' }).fill('3');
    await page.keyboard.press('Enter');
    await expect(short(page)).toBeVisible();
    await expect(page.getByText('R missing')).toBeVisible();
    await page.getByRole('button', { name: /^4 rounds \(\+2:00\)/ }).click();
    await expect(short(page)).toHaveCount(0);
    await expect(total(page)).toHaveText('7:40');
  });

  it('in shorthand', async () => {
    await writeClass(page, 'class: Odd three\nmain: 3 rounds, 40/20\n  Row\n  Box step-up, by round');
    await expect(page.getByText('R missing')).toBeVisible();
  });

  it('by the slot fitter, which offers even rounds only', async () => {
    await writeClass(page, 'class: Odd four\nslot: 10 min\nmain: 2 rounds, 40/20\n  Row\n  Box step-up, by round');
    await page.getByRole('button', { name: 'Fit the slot' }).click();
    await page.getByRole('checkbox', { name: 'rounds' }).check();
    await page.getByRole('textbox', { name: 'Most rounds' }).fill('5');
    await page.keyboard.press('Enter');
    await page.getByRole('textbox', { name: 'Most that may be spare' }).fill('10:00');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Find what fits' }).click();
    await expect(page.getByText('rounds 2 → 4')).toBeVisible();
    await expect(page.getByText('rounds 2 → 3')).toHaveCount(0);
    await page
      .getByRole('listitem')
      .filter({ hasText: 'rounds 2 → 4' })
      .getByRole('button', { name: 'Take it' })
      .click();
    await expect(total(page)).toHaveText('7:40');
  });
});

it('a change of format keeps the stations and says what is lost', async () => {
  await writeClass(
    page,
    'class: Change\nmain: 4 rounds in pairs, 35/15, 30 between pairs\n  Row\n  Swing\n  Press-up\n  Plank',
  );
  await toSheet(page);
  await page.getByRole('combobox', { name: 'Main: format' }).selectOption('On/off windows');
  await expect(page.getByText('On/off windows has no place for groups, the break between groups.')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Name of station 4' })).toHaveValue('Plank');
  // 4 × 35 + 3 × 15 = 185 s
  await expect(total(page)).toHaveText('3:05');
});

it('an earlier text is compared and restored', async () => {
  await writeClass(page, 'class: Past\nmain: 3 rounds, 40/20\n  Row');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await toSheet(page);
  await page.getByRole('textbox', { name: 'Main: rounds' }).fill('5');
  await page.keyboard.press('Enter');
  await expect(total(page)).toHaveText('4:40');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'History' }).click();
  await page.getByRole('button', { name: /2:40/ }).first().click();
  await expect(page.getByRole('list', { name: 'Differences' })).toContainText('Rounds 3 → 5');
  await page.getByRole('button', { name: /^Restore/ }).click();
  await expect(total(page)).toHaveText('2:40');
});

it('a class is made from its shape and fits its slot', async () => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New class', exact: true }).click();
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByText(/^0:\d\d spare$/)).toBeVisible();
});
