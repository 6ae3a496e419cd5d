import type { Plan } from '../core/plan/index.ts';
import { circuit, planOf, stations } from '../core/test/build.ts';
import { leadClass, putPlan } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

const panel = (page: Page, name: string) => page.getByRole('complementary', { name });
const add = (page: Page) => page.getByRole('combobox', { name: 'Add a station to Main' });

async function newClass(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New class', exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Empty round sheet' }).focus();
  await page.keyboard.press('Enter');
  await add(page).focus();
}

/** A class of some moves, stored; gives its id. */
async function stored(page: Page, id: string, names: readonly string[], more: Partial<Plan> = {}): Promise<string> {
  const list = stations(names.length, (s, k) => ({ ...s, move: names[k] ?? '' }));
  const plan = { ...planOf({ ...circuit(list, 40, 20, 2), id: 'main', role: 'main' }), id, title: id, ...more };
  await putPlan(page.request, plan);
  return id;
}

const CLASSES: Record<string, string[]> = {
  seated:
    'chair marches, seated jacks, seated leg extensions, seated punches, seated bicep curl, seated row band, sit to stand, seated knee to elbow, seated side bends, chair hamstring stretch, seated deep breathing'.split(
      ', ',
    ),
  dumbbell:
    'db goblet squats, dumbbell rdl, db bench press, one arm row left, one arm row right, db thrusters, renegade rows, hammer curls, tricep kickbacks, lateral raises, dumbbell snatch'.split(
      ', ',
    ),
  'pre-natal':
    'pelvic tilts, all fours belly lift, cat cow, supported squat, side lying clams, wall push ups, band row, bird dogs, pelvic floor squeezes, ball hip circles, child\u2019s pose, left side rest'.split(
      ', ',
    ),
  choreographed:
    'march on the spot, step touch, grapevine, v step, mambo, box step, hamstring curls, knee repeaters, easy walk, pivot turns, kick ball change, scoops'.split(
      ', ',
    ),
  'foam-roll and stretch':
    'foam roll calves, foam roll quads, foam roller upper back, thread the needle, downward dog, pigeon left, pigeon right, figure four stretch, hip flexor stretch, butterfly stretch, lying spinal twist, happy baby'.split(
      ', ',
    ),
};

test('a seated, a dumbbell, a pre-natal, a choreographed and a stretch class are built by keyboard alone, every move known', async ({
  page,
}) => {
  for (const [kind, names] of Object.entries(CLASSES)) {
    await newClass(page);
    for (const name of names) {
      await page.keyboard.insertText(name);
      await page.keyboard.press('Enter');
    }
    const typed = names.map((name) => name.toLowerCase());
    const rows = page.getByRole('textbox', { name: /^Name of station/ });
    await expect
      .poll(() => rows.evaluateAll((all) => all.map((row) => (row as HTMLInputElement).value.toLowerCase())), kind)
      .toEqual(typed);
    await page
      .getByRole('navigation', { name: 'Judgement' })
      .getByRole('button', { name: /^Checks/ })
      .focus();
    await page.keyboard.press('Enter');
    await expect(panel(page, 'Checks').getByRole('note')).toHaveText(`All ${names.length} moves are known.`);
  }
});

test('ways in order with the base marked, and weights by level: on the sheet, the desk, the wall and a phone', async ({
  page,
  context,
}) => {
  const id = await stored(page, 'ways-tide', ['Goblet squat', 'Press-up'], { countInMs: 1000 });
  await page.goto(`/classes/${id}`);
  await page.getByRole('button', { name: 'All of Goblet squat', exact: true }).focus();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Add an easier way').fill('Squat to the bench');
  await page.keyboard.press('Enter');
  await dialog.getByLabel('Low-impact way').fill('Half squat');
  await page.keyboard.press('Enter');
  for (const [word, weight] of [
    ['light', '10 lb'],
    ['for all', '25lb'],
    ['heavy', '16'],
  ] as const) {
    await dialog.getByRole('textbox', { name: `Weight, ${word}` }).fill(weight);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Escape');
  await expect(page.getByText('10 lb / 25 lb / 16 kg')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const { plan } = (await (await page.request.get(`/api/plans/${id}`)).json()) as { plan: Plan };
  expect(plan.blocks[0]?.stations[0]).toMatchObject({
    easier: ['Squat to the bench', 'Bodyweight squat'],
    harder: ['Pause goblet squat'],
    lowImpact: 'Half squat',
    weightKg: 11.339809,
    heavyKg: 16,
  });

  const ways = ['Half squat', 'Squat to the bench', 'Bodyweight squat', 'Goblet squat', 'Pause goblet squat'];
  const listed = (p: Page) => p.getByRole('list', { name: 'Ways to do it, from the easiest' }).getByRole('listitem');
  const runId = await leadClass(page, plan);
  await expect(listed(page).filter({ hasText: /squat/i })).toHaveText(ways.map((w) => new RegExp(w)));
  await expect(page.getByText('10 lb / 25 lb / 16 kg')).toBeVisible();
  const codes = await (await page.request.post(`/api/runs/${runId}/codes`)).json();
  for (const path of [`/wall/${codes.watch}`, `/station/${codes.watch}/1`]) {
    const screen = await context.newPage();
    await screen.goto(path);
    await expect(listed(screen)).toHaveText(ways.map((w) => new RegExp(w)));
    await expect(listed(screen).filter({ hasText: 'as planned' })).toContainText('Goblet squat');
    await expect(screen.getByText('10 lb / 25 lb / 16 kg')).toBeVisible();
  }
});
