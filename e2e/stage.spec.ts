import type { Plan, Station } from '../core/class/index.ts';
import { block, circuit, format, planOf, s, TONES_ALONE } from '../core/test/build.ts';
import { FULL } from './support/attack.ts';
import { leadClass } from './support/lead.ts';
import { type BrowserContext, expect, type Locator, type Page, test } from './support/test.ts';

const LONG = 'Single-arm kettlebell squat clean and press';
const named = (move: string, more: Partial<Station> = {}): Station => ({
  id: move.replace(/\W/g, ''),
  move,
  sides: { mode: 'none' },
  ...more,
});
const classOf = (id: string, ...blocks: Plan['blocks']): Plan => ({
  ...planOf(...blocks.map((b, k) => ({ ...b, id: `b${k}` }))),
  id,
  title: 'Stage measure',
  countInMs: 1000,
  cueLevels: TONES_ALONE,
});
const codesOf = async (page: Page, runId: string): Promise<Record<'watch' | 'squad' | 'remote', string>> =>
  (await page.request.post(`/api/runs/${runId}/codes`)).json();

async function follow(context: BrowserContext, address: string): Promise<Page> {
  const page = await context.newPage();
  await page.goto(address);
  await page.getByTestId('remaining').waitFor();
  return page;
}

/** The words are whole: nothing of them is hidden, and the side stands beside them, in the window. */
async function expectWhole(page: Page): Promise<void> {
  const name = page.getByTestId('move');
  await expect(name).toContainText(LONG);
  await expect.poll(() => name.evaluate((e) => e.scrollWidth - e.clientWidth)).toBeLessThanOrEqual(1);
  expect(await name.evaluate((e) => getComputedStyle(e).textOverflow)).toBe('clip');
  // What is measured after a change of the window is drawn a frame or two later.
  await expect(async () => {
    const box = async (at: Locator) => (await at.boundingBox())!;
    const [words, side, time] = [
      await box(name),
      await box(page.getByTestId('side').first()),
      await box(page.getByTestId('remaining')),
    ];
    const { width, height } = page.viewportSize()!;
    expect(side.x).toBeGreaterThanOrEqual(words.x + words.width - 1);
    expect(side.x + side.width).toBeLessThanOrEqual(width);
    expect(words.y).toBeGreaterThanOrEqual(0);
    expect(time.y + time.height).toBeLessThanOrEqual(height);
    expect(words.height, `${width} × ${height}`).toBeLessThan(height / 3);
  }).toPass();
}

if (FULL)
  test('a split set shows the side of the moment on desk, wall and phone, at every size, however long its name', async ({
    page,
    context,
  }) => {
    const plan = classOf(
      'stage-split',
      circuit([named(LONG, { sides: { mode: 'split', first: 'left' }, reps: { count: 8, per: 'side' } })], 40, 20, 2),
    );
    const runId = await leadClass(page, plan);
    const codes = await codesOf(page, runId);
    const wall = await follow(context, `/wall/${codes.watch}`);
    const remote = await follow(context, `/remote/${codes.remote}`);
    for (const one of [page, wall, remote]) await expect(one.getByTestId('side').first()).toHaveText('left');
    await expect(page.getByTestId('reps')).toHaveText('8 a side');
    for (const [width, height] of [
      [1280, 800],
      [1366, 768],
      [768, 1024],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height });
      await expectWhole(page);
    }
    for (const [width, height] of [
      [1920, 1080],
      [1024, 768],
      [1080, 1920],
    ] as const) {
      await wall.bringToFront();
      await wall.setViewportSize({ width, height });
      await expectWhole(wall);
    }
    // Ten seconds twice over: past half time.
    await page.bringToFront();
    await page.keyboard.press('-');
    await page.keyboard.press('-');
    for (const one of [page, wall, remote]) await expect(one.getByTestId('side').first()).toHaveText('right');
  });

test('a held break lets people get ready; one more interval and a swap take any words; the voice goes on', async ({
  page,
  context,
}) => {
  const main = circuit([named('Goblet squat'), named('Band row')], 40, 20, 2, { roundBreakMs: s(30) });
  const plan = { ...classOf('stage-live', main), cueLevels: {} };
  const runId = await leadClass(page, plan);
  const phase = page.getByTestId('phase-word');
  await expect(page.getByText(/^Voice \d/)).toHaveCount(0);
  // One more interval of something nobody knows, after the rest that follows.
  await page.keyboard.press('o');
  await page.getByRole('textbox', { name: 'Another move, in any words' }).fill('Mooring rope shuffle');
  const asked: string[] = [];
  page.on('request', (r) => asked.push(new URL(r.url()).searchParams.get('text') ?? ''));
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('next')).toHaveText('Mooring rope shuffle');
  // Only what is new is fetched: the rest of the voice is there.
  await expect.poll(() => asked.some((text) => text.includes('Mooring rope shuffle'))).toBe(true);
  expect(asked.filter((text) => text === 'Ten seconds' || text === 'Next: Band row')).toEqual([]);
  await page.keyboard.press('ArrowRight');
  await expect(phase).toHaveText('Rest');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('move')).toHaveText('Mooring rope shuffle');
  // Another move in this set alone.
  await page.keyboard.press('s');
  await page.getByRole('button', { name: 'This set only' }).click();
  await page.getByRole('textbox', { name: 'Another move, in any words' }).fill('Tide walk');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('move')).toHaveText('Tide walk');
  await page.keyboard.press('u');
  await expect(page.getByTestId('move')).toHaveText('Mooring rope shuffle');
  // On to the break between rounds: the remote holds it and is told when that is done.
  for (const word of ['Rest', 'Work', 'Round break']) {
    await page.keyboard.press('ArrowRight');
    await expect(phase).toHaveText(word);
  }
  const { remote: code } = await codesOf(page, runId);
  const remote = await follow(context, `/remote/${code}`);
  await expect(remote.getByRole('heading')).toContainText('next');
  await remote.getByRole('button', { name: 'Hold' }).click();
  await expect(remote.getByRole('status')).toHaveText('Hold: done');
  for (let k = 0; k < 3; k++) await page.keyboard.press('-');
  await expect(page.getByTestId('remaining')).toHaveText('tap');
  await remote.getByRole('button', { name: 'Go on' }).click();
  await expect(phase).toHaveText('Get ready');
  await expect(phase).toHaveText('Work');
  await remote.getByRole('button', { name: 'Undo' }).click();
  await expect(remote.getByRole('status')).toHaveText('Undo: done');
});

test('in a complex each squad keeps its own place; a station page tells its side', async ({ page, context }) => {
  const complex = classOf(
    'stage-complex',
    block(format('windows', { onMs: s(60), offMs: s(30), count: 2 }), [
      named('Goblet squat', { reps: { count: 10, per: 'total' } }),
      named('Band row', { reps: { count: 8, per: 'side' } }),
    ]),
  );
  const runId = await leadClass(page, { ...complex, squads: ['Heron', 'Teal'] });
  const codes = await codesOf(page, runId);
  const wall = await follow(context, `/wall/${codes.watch}`);
  const parts = wall.getByRole('list', { name: 'The complex' }).getByRole('listitem');
  await expect(parts).toHaveText(['10 Goblet squat', '8 a side Band row']);
  const heron = await follow(context, `/squad/${codes.squad}/Heron`);
  await heron.getByRole('button', { name: 'Band row' }).click();
  await heron.getByRole('button', { name: 'left' }).click();
  await heron.getByLabel('Stopped in Band row after').fill('7');
  await heron.getByRole('button', { name: 'Send' }).click();
  await expect(heron.getByText('go on at 7, left').first()).toBeVisible();
  const teal = await follow(context, `/squad/${codes.squad}/Teal`);
  await expect(teal.getByRole('list', { name: 'The complex' })).toBeVisible();
  await expect(teal.getByText(/go on at/)).toHaveCount(0);
  // The place of all is another: it is the desk that writes it down.
  await page.bringToFront();
  await page.keyboard.press('c');
  await page
    .getByRole('group', { name: 'Reached in the complex' })
    .getByRole('button', { name: 'Goblet squat' })
    .click();
  await page.keyboard.type('4');
  await page.keyboard.press('Enter');
  await expect(parts.first()).toContainText('go on at 4');
  await expect(teal.getByText('go on at 4').first()).toBeVisible();
  await expect(heron.getByText('go on at 7, left').first()).toBeVisible();
});

test('the wall names every station, also of twenty: its lines become smaller before they go', async ({
  page,
  context,
}) => {
  const moves = Array.from({ length: 20 }, (_, k) => named(`Kettlebell swing ${k + 1}`));
  const codes = await codesOf(
    page,
    await leadClass(page, {
      ...classOf('twenty-stations', { ...circuit(moves, 600, 10, 2), use: 'stations' }),
      heads: 40,
    }),
  );
  const wall = await follow(context, `/wall/${codes.watch}`);
  for (const [width, height] of [
    [1920, 1080],
    [1280, 720],
    [1024, 768],
  ] as const) {
    await wall.setViewportSize({ width, height });
    await expect(async () => {
      const [last, time] = [wall.getByText('Kettlebell swing 20', { exact: true }), wall.getByTestId('remaining')];
      const box = (await last.boundingBox())!;
      expect(box.y + box.height).toBeLessThanOrEqual(height);
      expect(box.height).toBeGreaterThan(height / 60);
      await expect(time).toBeVisible();
    }).toPass();
  }
});
