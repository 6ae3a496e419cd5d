import { expect, it } from 'vitest';
import type { Plan } from '../../../core/class/index.ts';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { type Page, put } from '../../test/screens.test.support.tsx';
import { page } from '../../test/shared-page.test.support.ts';

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
async function stored(_page: Page, id: string, names: readonly string[], more: Partial<Plan> = {}): Promise<string> {
  const list = stations(names.length, (s, k) => ({ ...s, move: names[k] ?? '' }));
  const plan = { ...planOf({ ...circuit(list, 40, 20, 2), id: 'main', role: 'main' }), id, title: id, ...more };
  await put(plan);
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

it('a seated, a dumbbell, a pre-natal, a choreographed and a stretch class are built by keyboard alone, every move known', async () => {
  for (const [kind, names] of Object.entries(CLASSES)) {
    await newClass(page);
    for (const name of names) {
      await page.keyboard.insertText(name);
      await page.keyboard.press('Enter');
    }
    const typed = names.map((name) => name.toLowerCase());
    const rows = page.getByRole('textbox', { name: /^Name of station/ });
    await expect
      .poll(() => rows.find().map((row) => (row as HTMLInputElement).value.toLowerCase()), { message: kind })
      .toEqual(typed);
    await page
      .getByRole('navigation', { name: 'Judgement' })
      .getByRole('button', { name: /^Checks/ })
      .focus();
    await page.keyboard.press('Enter');
    await expect(panel(page, 'Checks').getByRole('note')).toHaveText(`All ${names.length} moves are known.`);
  }
});

it('what is typed is suggested, taken or kept; side, kit and count are set and shown', async () => {
  await newClass(page);
  await page.keyboard.insertText('bulg');
  await expect(page.getByRole('listbox', { name: 'Moves' }).getByRole('option').first()).toContainText('Bulgarian');
  await page.keyboard.press('Tab');
  await page.keyboard.insertText('bulg');
  await page.keyboard.press('Enter');
  await page.keyboard.insertText('sandbag reverse lunge left');
  await page.keyboard.press('Enter');
  const name = (k: number) => page.getByRole('textbox', { name: `Name of station ${k}`, exact: true });
  await expect(name(1)).toHaveValue('Bulgarian split squat');
  await expect(name(2)).toHaveValue('bulg');
  await expect(page.getByRole('button', { name: 'bulg: not known. Tell more' })).toBeVisible();
  await expect(name(3)).toHaveValue('sandbag reverse lunge left');
  await expect(page.getByRole('combobox', { name: 'Sides of sandbag reverse lunge left' })).toHaveValue('one left');
  await expect(page.getByText('sandbag', { exact: true })).toBeVisible();
});

it('a guess looks like one, is confirmed in two taps and known in every class from then on', async () => {
  const id = await stored(page, 'guessed-tide', ['Heron lunge', 'Curlew row', 'Press-up']);
  await page.goto(`/classes/${id}`);
  await page.getByRole('button', { name: /^Heron lunge: guess/ }).click();
  const meant = panel(page, 'Is this what you mean?');
  await meant
    .getByRole('group', { name: 'What is \u201cHeron lunge\u201d?' })
    .getByRole('button', { name: /As guessed/ })
    .click();
  await expect(page.getByRole('button', { name: /^Heron lunge: guess/ })).toHaveCount(0);
  // The other is another name of a move there is.
  await page.getByRole('button', { name: /^Curlew row: guess/ }).click();
  await meant
    .getByRole('group', { name: 'What is \u201cCurlew row\u201d?' })
    .getByRole('button', { name: /Tell more/ })
    .click();
  const same = page.getByRole('textbox', { name: 'Or another name of' });
  await same.fill('bent-over row');
  await same.press('Enter');
  await expect(meant).toContainText('Every move of this class is known.');
  const other = await stored(page, 'guessed-ebb', ['left Heron lunge', 'curlew rows']);
  await page.goto(`/classes/${other}?panel=checks`);
  await expect(panel(page, 'Checks').getByRole('note')).toHaveText('All 2 moves are known.');
});

it('twenty names that nobody knows are told of by keyboard', async () => {
  const birds = ['Teal', 'Plover', 'Dunlin', 'Avocet', 'Heron', 'Curlew', 'Snipe', 'Knot', 'Ruff', 'Godwit'];
  const names = birds.flatMap((b) => [`${b} ebb`, `${b} flood`]);
  const id = await stored(page, 'told-tide', names);
  await page.goto(`/classes/${id}?panel=tell`);
  const tell = panel(page, 'Is this what you mean?');
  await expect(tell.getByRole('status')).toContainText('20 names to settle');
  for (const [k, name] of names.entries()) {
    await expect(tell.getByRole('group', { name: `${name}: is this what you mean?` })).toBeFocused();
    await page.keyboard.press('t');
    await expect(tell.getByRole('group', { name: new RegExp(`^${name}: What is it most`) })).toBeFocused();
    for (const key of ['4', '7', '1', '1', '1']) await page.keyboard.press(key);
    if (k === names.length - 1) await expect(tell).toContainText('Every move of this class is known.');
  }
  const moves: { name: string; pattern: string; main: string[] }[] = await (
    await page.request.get('/api/moves')
  ).json();
  expect(moves.find((m) => m.name === 'Godwit flood')).toMatchObject({ pattern: 'push', main: ['chest'] });
  await page.request.post('/api/moves/hidden', { data: { names, hidden: true } });
});

it('ten unknown moves: no panel says what it does not know', async () => {
  const names = ['Kelp', 'Ebb', 'Flood', 'Slack', 'Neap', 'Eddy', 'Shoal', 'Bight', 'Fathom', 'Lagan'];
  const id = await stored(page, 'unknown-tide', names, { heads: 12 });
  const basis = '0 of 10 moves known, 10 unknown: cannot judge Kelp, Ebb, Flood, Slack and 6 more.';
  await page.goto(`/classes/${id}`);
  const buttons = page.getByRole('navigation', { name: 'Judgement' });
  for (const [button, title] of [
    [/^Checks/, 'Checks'],
    ['Order', 'Order'],
    ['Warm-up, cool-down', 'Warm-up and cool-down'],
    ['Balance', 'Balance'],
    ['Kit', 'Kit'],
  ] as const) {
    await buttons.getByRole('button', { name: button }).click();
    await expect(panel(page, title).getByRole('note').filter({ hasText: basis })).toBeVisible();
    await expect(panel(page, title)).not.toContainText(/work the same area|leaves out|no impact|none of /);
  }
  await buttons.getByRole('button', { name: 'Swap' }).click();
  await panel(page, 'Swap').getByLabel('Station').selectOption({ label: 'Kelp' });
  await expect(panel(page, 'Swap')).toContainText('What it is is not known, so nothing can be said to be like it.');
});

it('the kit of a class done together, what is short, and one tap that adds it', async () => {
  const id = await stored(page, 'kit-tide', ['dumbbell curls', 'plank'], { heads: 10, room: 'Kit test room' });
  await page.goto(`/classes/${id}?panel=kit`);
  const row = panel(page, 'Kit').getByRole('row').filter({ hasText: 'dumbbell curls' });
  await expect(row).toContainText('20 short.');
  await expect(row).toContainText('To stand in: a full water bottle.');
  await row.getByRole('button', { name: 'Add 20 to Kit test room' }).click();
  await expect(row).not.toContainText('short');
  const count = row.getByRole('textbox', { name: 'dumbbell for this class' });
  await count.fill('12');
  await count.press('Enter');
  await expect(row).toContainText('8 short.');
  await expect(row).toContainText('this class');
});
