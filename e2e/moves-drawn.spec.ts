import { circuit, planOf, stations, TONES_ALONE } from '../core/test/build.ts';
import { FULL } from './support/attack.ts';
import { leadFollowed } from './support/followed.ts';
import { leadClass } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

/*
 * The moves as they are drawn: where a class is led and followed, in the library, on the page for home, and drawn by hand.
 */

test.use({ contextOptions: { reducedMotion: 'no-preference' } });

const legs = (page: Page, within = '[data-testid="figure"]') =>
  page.locator(`${within} .figure-legs`).first().getAttribute('d');

/** Leaves nothing behind: other tests count classes, runs and moves. */
async function putAway(page: Page, planId: string): Promise<void> {
  const runId = page.url().split('/').at(-1);
  await page.goto('/settings');
  await page.request.delete(`/api/runs/${runId}`);
  await page.request.delete(`/api/plans/${planId}`);
}

/** Two lunges a side and a rest between: 20 s each, so that a move can be looked at. */
const plan = (id: string) => ({
  ...planOf(
    circuit(
      stations(2, (x, k) => ({
        ...x,
        move: k === 0 ? 'Reverse lunge' : 'Goblet squat',
        ...(k === 0 ? { sides: { mode: 'one' as const, side: 'left' as const } } : {}),
        easier: k === 1 ? ['Bodyweight squat'] : [],
        harder: [],
      })),
      20,
      20,
      2,
    ),
  ),
  id,
  title: 'Drawn',
  countInMs: 0,
  cueLevels: TONES_ALONE,
});

test('wall and desk show the set at its side, moving; in rest what comes; paused they hold still', async ({
  page,
  context,
}) => {
  await leadClass(page, plan('figures-led'));
  await expect(page.getByTestId('figure').first()).toHaveAttribute('data-side', 'left');
  const runId = page.url().split('/').at(-1);
  const codes = await (await page.request.post(`/api/runs/${runId}/codes`, { data: {} })).json();
  const wall = await context.newPage();
  await wall.setViewportSize({ width: 1920, height: 1080 });
  await wall.goto(`/wall/${codes.watch}`);
  await expect(wall.getByTestId('move')).toHaveText('Reverse lunge');
  const figure = wall.getByTestId('figure').first();
  await expect(figure).toHaveAttribute('data-side', 'left');
  const first = await legs(wall);
  await expect.poll(() => legs(wall)).not.toBe(first);
  await page.keyboard.press('ArrowRight');
  await expect(wall.getByTestId('phase-word')).toHaveText('Rest');
  // What comes, which has no side; and its easier way beside it.
  await expect(wall.getByTestId('move')).toContainText('Goblet squat');
  await expect(figure).not.toHaveAttribute('data-side', 'left');
  await expect(wall.locator('.figure-held').first()).toHaveAttribute('d', /^M/);
  await page.keyboard.press('ArrowRight');
  await expect(wall.getByTestId('phase-word')).toHaveText('Work');
  await expect(wall.getByRole('list', { name: 'Ways to do it' }).getByTestId('figure')).toHaveCount(2);
  await page.keyboard.press(' ');
  await expect(wall.getByTestId('phase-word')).toHaveText('Paused');
  await expect(async () => {
    const held = await legs(wall);
    await wall.waitForTimeout(400);
    expect(await legs(wall)).toBe(held);
  }).toPass();
  await putAway(page, 'figures-led');
});

if (FULL)
  test('at stations the wall draws who does what where, a station its own page with its cues; stillness is kept', async ({
    page,
    browser,
    server,
  }) => {
    const codes = await leadFollowed(page, 'figures-stations');
    const still = await browser.newContext({ reducedMotion: 'reduce', viewport: { width: 390, height: 844 } });
    const phone = await still.newPage();
    await phone.goto(`${server.url}/station/${codes.wall}/1`);
    const figure = phone.getByTestId('figure').first();
    await expect(figure).toHaveAttribute('data-still', '');
    await expect(figure.locator('.figure-trunk')).toHaveCount(2);
    const wall = await browser.newPage();
    await wall.goto(`${server.url}/wall/${codes.wall}`);
    const rows = wall.getByRole('list', { name: 'Who is where' }).getByRole('listitem');
    // All three are drawn.
    await expect(rows.getByTestId('figure')).toHaveCount(3);
    await still.close();
    await wall.close();
    await putAway(page, 'figures-stations');
  });

test('the library shows its moves; one is drawn by hand, and stays', async ({ page }) => {
  await page.goto('/moves?move=Goblet%20squat');
  await expect(page.getByRole('row').getByTestId('figure').first()).toBeVisible();
  await expect(page.getByRole('img', { name: 'How Goblet squat is done' })).toBeVisible();
  // What it says to do is pointed at: the elbows, the hips, the bell.
  await expect(page.locator('.figure-cue')).toHaveCount(3);
  await page.getByRole('button', { name: 'Hold still' }).click();
  const own = `Oar pull ${Date.now() % 100_000}`;
  const { moves } = { moves: await (await page.request.get('/api/moves')).json() };
  const squat = moves.find((m: { name: string }) => m.name === 'Goblet squat');
  await page.request.put('/api/moves', {
    data: { moves: [{ ...squat, name: own, aliases: [], figure: undefined, own: undefined }] },
  });
  await page.goto(`/moves?move=${encodeURIComponent(own)}`);
  await page.getByRole('button', { name: 'Draw it' }).click();
  const words = page.getByLabel('In words');
  await expect(words).toHaveValue('(side): stand → squat half');
  // Dragged: the elbow forward and up.
  const elbow = page.getByRole('button', { name: 'right elbow' });
  const box = (await elbow.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y - 20, { steps: 6 });
  await page.mouse.up();
  await expect(words).toHaveValue(/^\(side\): stand, right shoulder [3-9]\d out -?\d+ → squat half$/);
  await elbow.focus();
  await page.keyboard.press('Shift+ArrowUp');
  const drawn = await words.inputValue();
  await words.fill('(side): stand, fly');
  await expect(page.getByText('“fly” is not known.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save drawing' })).toBeDisabled();
  await words.fill(drawn);
  await page.getByRole('button', { name: 'Save drawing' }).click();
  await page.reload();
  await expect(page.getByRole('img', { name: `How ${own} is done` })).toBeVisible();
  const kept = await (await page.request.get('/api/moves')).json();
  expect(kept.find((m: { name: string }) => m.name === own)?.figure).toBe(drawn);
  const refused = await page.request.put('/api/moves', { data: { moves: [{ ...squat, figure: 'stand, fly' }] } });
  expect([refused.status(), JSON.stringify(await refused.json())]).toEqual([400, expect.stringContaining('fly')]);
  await page.request.post('/api/moves/hidden', { data: { names: [own], hidden: true } });
});

test('the page for home carries the drawings of its class, and moves them', async ({ page }) => {
  const html = await (await page.request.get('/api/home/plan/first-light?voice=0')).body();
  await page.route('**/at-home', (route) => route.fulfill({ body: html, contentType: 'text/html' }));
  await page.goto('/at-home');
  await expect(page.locator('[data-still]').first()).toBeVisible();
  expect(await page.locator('[data-still]').count()).toBeGreaterThan(8);
  await page.getByRole('button', { name: 'Start' }).click();
  for (let k = 0; k < 3; k++) await page.keyboard.press('ArrowRight');
  const moving = page.getByRole('region', { name: 'Player' }).locator('[data-testid="figure"]');
  await expect(moving).toBeVisible();
  const at = () => moving.locator('.figure-legs').getAttribute('d');
  const first = await at();
  await expect.poll(at).not.toBe(first);
});
