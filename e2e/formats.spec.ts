import { expect, type Page, test } from './support/test.ts';

const total = (page: Page) => page.getByTestId('total');

async function writeClass(page: Page, text: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New class', exact: true }).click();
  await page.getByRole('button', { name: 'Write it as text' }).click();
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText(text);
}

const _BOARDS: [name: string, text: string, total: string][] = [
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
