import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, s, stations, TONES_ALONE } from '../core/test/build.ts';
import { FULL } from './support/attack.ts';
import { leadClass, putPlan, toDesk } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

const plan = (id: string, more: Partial<Plan> = {}): Plan => ({
  ...planOf({ ...circuit(stations(2), 600, 60, 3, { roundBreakMs: s(60) }), id: 'main' }),
  cueLevels: TONES_ALONE,
  id,
  title: id,
  countInMs: 1000,
  ...more,
});
const codesOf = async (page: Page, runId: string) =>
  (await (await page.request.post(`/api/runs/${runId}/codes`)).json()) as Record<'watch' | 'squad' | 'remote', string>;
const hold = (page: Page, name: RegExp) => page.getByRole('button', { name }).click({ delay: 1200 });

test('from an empty screen to the record by keyboard alone: built, made ready, led, closed, found, in at most 160 keys', async ({
  page,
}) => {
  let keys = 0;
  const press = async (...names: string[]) => {
    for (const name of names) {
      keys += 1;
      await page.keyboard.press(name);
    }
  };
  /** What is typed counts as one key a word. */
  const type = async (words: string) => {
    keys += words.split(' ').length;
    await page.keyboard.insertText(words);
  };
  const focused = () => page.locator(':focus');
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Classes' }).getByRole('link').first()).toBeVisible();
  await press('n');
  await expect(page.getByRole('textbox', { name: 'Paste your notes' })).toBeFocused();
  await press('Tab');
  await expect(focused()).toHaveText('Empty round sheet');
  await press('Enter');
  await expect(page.getByRole('textbox', { name: 'Class title' })).toBeFocused();
  await type('Keyboard tide');
  await press('Tab', 'Tab', 'Tab');
  await expect(page.getByRole('textbox', { name: 'People expected' })).toBeFocused();
  await type('12');
  await press('Enter', 'Escape', 'a');
  for (const name of ['Kettlebell swing', 'Press-up', 'Squat', 'Plank', 'Step-up', 'Band row']) {
    await type(name);
    await press('Enter');
  }
  await press('Escape', 'w');
  const warmUp = page.getByRole('region', { name: 'Warm-up' });
  await expect(warmUp.getByRole('textbox', { name: 'Block title' })).toBeFocused();
  await press('Escape', 'd');
  await expect(page.getByRole('region', { name: 'Cool-down' })).toBeVisible();
  // Both are empty: their moves are proposed when they are asked for.
  await press('Escape', 'v', 'k');
  const kit = page.getByRole('complementary', { name: 'Kit' });
  await expect(kit.getByRole('heading', { name: 'Kit' })).toBeFocused();
  await press('Tab', 'Tab', 'Tab');
  await expect(focused()).toHaveAccessibleName(/for this class$/);
  await type('6');
  await press('Enter', 'Escape');
  await expect(kit).toHaveCount(0);
  const facts = {
    people: page.getByRole('textbox', { name: 'People expected' }),
    rounds: page.getByRole('textbox', { name: 'Main: rounds' }),
    work: page.getByRole('textbox', { name: 'Main: work' }),
    rest: page.getByRole('textbox', { name: 'Main: rest' }),
    pause: page.getByRole('textbox', { name: 'Main: between rounds' }),
  };
  await expect(facts.people).toHaveValue('12');
  await expect(facts.rounds).toHaveValue('3');
  await expect(facts.work).toHaveValue('40');
  await expect(facts.rest).toHaveValue('20');
  await expect(facts.pause).toHaveValue('60');
  // 3 rounds of 6 × 40 with 5 rests of 20 between, and two breaks of a minute.
  await expect(page.getByRole('region', { name: 'Main' }).getByText('19:00', { exact: true })).toBeVisible();
  for (const name of ['Warm-up', 'Cool-down']) {
    const length = await page
      .getByRole('group', { name: 'Class strip' })
      .getByRole('button', { name: new RegExp(`^${name}, `) })
      .getAttribute('aria-label');
    const [, m, sec] = /, (\d+):(\d\d),/.exec(length ?? '')!;
    expect(Math.abs(Number(m) * 60 + Number(sec) - 300), name).toBeLessThanOrEqual(30);
  }
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await press('l');
  await expect(page.getByRole('button', { name: 'To the desk' })).toBeFocused();
  await expect(page.getByRole('textbox', { name: 'People here today' })).toHaveValue('12');
  await press('Enter');
  await page.getByTestId('phase-word').waitFor();
  await press('Space');
  await expect(page.getByTestId('phase-word')).toHaveText('Get ready');
  await press('ArrowRight');
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
  keys += 1;
  await page.keyboard.down('e');
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await page.keyboard.up('e');
  await press('Enter');
  await expect(page.getByRole('heading', { name: 'Keyboard tide' })).toBeVisible();
  await press('g', 'l');
  await expect(page.getByRole('link', { name: /Keyboard tide/ })).toBeVisible();
  expect(keys).toBeLessThanOrEqual(160);
  test.info().annotations.push({ type: 'keys', description: String(keys) });
});

test('a class ended by a slip goes on: a tap ends nothing, the end is taken back, and from any page two taps lead to the desk', async ({
  page,
  context,
}) => {
  const runId = await leadClass(page, plan('slipped'));
  const codes = await codesOf(page, runId);
  const followers: Page[] = [];
  for (const address of [`/station/${codes.watch}/1`, `/remote/${codes.remote}`]) {
    const follower = await context.newPage();
    await follower.goto(address);
    await follower.getByTestId('phase-word').waitFor();
    followers.push(follower);
  }
  await page.bringToFront();
  await page.keyboard.press('m');
  await page.getByRole('button', { name: /^Finish now/ }).click();
  await page.getByRole('button', { name: /^Abandon/ }).click();
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
  await hold(page, /^Abandon/);
  await expect(page.getByRole('heading', { name: 'Abandoned' })).toBeVisible();
  // Nothing on the phones can be tapped any more, and they say why.
  for (const follower of followers) {
    await expect(follower.getByRole('heading', { name: 'Ended' })).toBeVisible();
    await expect(follower.getByRole('button')).toHaveCount(0);
  }
  await page.getByRole('button', { name: /^It is not over/ }).click();
  await expect(page.getByTestId('phase-word')).toHaveText('Paused');
  for (const follower of followers) await expect(follower.getByTestId('phase-word')).toHaveText('Paused');
  await page.keyboard.press(' ');
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  // Left, and found again from anywhere.
  for (const address of FULL
    ? ['/', '/log', '/moves', '/classes/slack-water', '/settings', '/classes/slipped/ready']
    : ['/log', '/classes/slipped/ready']) {
    await page.goto(address);
    const running = page.getByRole('region', { name: 'Running now' });
    await expect(running.getByText(/^slipped is running, [\d:]+ to go/)).toBeVisible();
    await running.getByRole('link', { name: 'Back to the desk' }).first().click();
    await expect(page.getByTestId('phase-word')).toHaveText('Work');
  }
  // Led again, it asks first.
  await page.goto('/classes/slipped');
  await page.getByRole('button', { name: 'Lead this class' }).click();
  await expect(page.getByRole('heading', { name: 'slipped is running already' })).toBeVisible();
  await page.getByRole('main').getByRole('link', { name: 'Back to the desk' }).click();
  expect(page.url()).toContain(runId);

  // In another browser, which has nothing of it.
  const elsewhere = await context.browser()!.newContext();
  const other = await elsewhere.newPage();
  await other.goto('/');
  await other.getByRole('link', { name: 'Log', exact: true }).click();
  await other
    .getByRole('link', { name: /slipped.*Still running/ })
    .first()
    .click();
  await other.getByRole('button', { name: /^Take over/ }).click();
  await expect(other.getByTestId('phase-word')).toHaveText('Work');
  await elsewhere.close();
});

test('screens and people are set up before the start; the wall shows what is coming, and hears of changes', async ({
  page,
  context,
}, { retry }) => {
  const id = `made-ready-${retry}`;
  await putPlan(page.request, plan(id, { heads: 7, squads: ['Heron', 'Teal'] }));
  await page.goto(`/classes/${id}/ready`);
  const code = await page.getByTestId('code-wall').textContent();
  await expect(page.getByText('Only this machine can open these pages')).toBeVisible();
  const wall = await context.newPage();
  await wall.goto(`/wall/${code}`);
  await expect(wall.getByTestId('phase-word')).toHaveText('Soon');
  await expect(wall.getByRole('heading', { name: id })).toBeVisible();
  await expect(wall).toHaveTitle(`${id} · Odd Round`);
  await expect(wall.getByText('Move 2')).toBeVisible();
  await page.bringToFront();
  await page.getByRole('button', { name: 'One person more' }).click();
  await page.getByRole('checkbox', { name: 'Teal' }).uncheck();
  await page.getByRole('checkbox', { name: 'Timer and watch' }).check();
  // The class is changed meanwhile: the wall that is up shows it.
  await page.getByRole('link', { name: 'The plan' }).click();
  await page.getByRole('textbox', { name: 'Name of station 2' }).fill('Rope slam');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Lead this class' }).click();
  await expect(page.getByRole('textbox', { name: 'People here today' })).toHaveValue('8');
  await expect(page.getByRole('checkbox', { name: 'Teal' })).not.toBeChecked();
  await expect(page.getByRole('checkbox', { name: 'Timer and watch' })).toBeChecked();
  await expect(page.getByTestId('code-wall')).toHaveText(code ?? '');
  await expect(wall.getByText('Rope slam')).toBeVisible();
  await page.getByRole('button', { name: 'To the desk' }).click();
  await page.getByTestId('phase-word').waitFor();
  await page.keyboard.press(' ');
  await expect(wall.getByTestId('phase-word')).toHaveText('Work');
  const run = await (await page.request.get(`/api/runs/${page.url().split('/').at(-1)}`)).json();
  expect([run.plan.heads, run.plan.squads]).toEqual([8, ['Heron']]);
  // The class itself expects what it expected.
  expect((await (await page.request.get(`/api/plans/${id}`)).json()).plan.heads).toBe(7);
});

/** Ways a browser keeps nothing; gone through by `npm run attack`. */
const SPOILT: [how: string, spoil: () => void][] = [
  [
    'blocked',
    () => {
      const refuse = () => {
        throw new DOMException('The operation is insecure', 'SecurityError');
      };
      for (const name of ['localStorage', 'sessionStorage', 'indexedDB', 'caches'])
        Object.defineProperty(window, name, { get: refuse });
      Object.defineProperty(navigator, 'locks', {
        get: () => ({ request: async () => refuse(), query: async () => refuse() }),
      });
    },
  ],
  [
    'full',
    () => {
      Storage.prototype.setItem = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    },
  ],
];
for (const [how, spoil] of FULL ? SPOILT : [])
  test(`a browser whose storage is ${how} works: it plans, leads, follows, and says what it cannot keep`, async ({
    browser,
    page,
  }) => {
    const id = `unkept-${how}`;
    await putPlan(page.request, plan(id));
    const context = await browser.newContext({ serviceWorkers: 'block' });
    await context.addInitScript(spoil);
    const spoilt = await context.newPage();
    const errors: string[] = [];
    spoilt.on('pageerror', (e) => errors.push(e.message));
    await spoilt.goto('/');
    await expect(spoilt.getByRole('list', { name: 'Classes' }).getByRole('link').first()).toBeVisible();
    if (how === 'blocked') await expect(spoilt.getByText('This browser keeps nothing for this page.')).toBeVisible();
    await spoilt.goto(`/classes/${id}`);
    await spoilt.getByRole('textbox', { name: 'Class title' }).fill('Unkept tide');
    await expect(spoilt.getByText('Saved', { exact: true })).toBeVisible();
    await toDesk(spoilt);
    await spoilt.getByTestId('phase-word').waitFor();
    await spoilt.keyboard.press(' ');
    await expect(spoilt.getByTestId('phase-word')).toHaveText('Work');
    const runId = spoilt.url().split('/').at(-1) ?? '';
    await expect.poll(async () => (await page.request.get(`/api/runs/${runId}`)).status()).toBe(200);
    const codes = await codesOf(page, runId);
    for (const address of [`/wall/${codes.watch}`, `/station/${codes.watch}/1`, `/remote/${codes.remote}`]) {
      const follower = await context.newPage();
      await follower.goto(address);
      await expect(follower.getByTestId('phase-word')).toHaveText('Work');
      await follower.close();
    }
    await spoilt.goto('/join');
    await expect(spoilt.getByRole('heading', { name: 'Follow a class' })).toBeVisible();
    expect(errors).toEqual([]);
    await context.close();
  });

test('keys are where the keyboard is: a focused button is pressed, a clicker leads on over a sheet, letters can be turned off', async ({
  page,
}) => {
  await leadClass(page, plan('keyed'));
  const word = page.getByTestId('phase-word');
  await page.getByRole('button', { name: /^\+10 s/ }).focus();
  const before = Number(await page.getByTestId('remaining').getAttribute('data-ms'));
  await page.keyboard.press('Space');
  await expect(word).toHaveText('Work');
  await expect
    .poll(async () => Number(await page.getByTestId('remaining').getAttribute('data-ms')))
    .toBeGreaterThan(before + 5000);
  // Clicked, a button keeps no focus: Space is the desk's.
  await page.getByRole('button', { name: /^\+10 s/ }).click();
  await page.keyboard.press('Space');
  await expect(word).toHaveText('Paused');
  await page.keyboard.press('Space');
  await expect(word).toHaveText('Work');
  // A sheet over the desk: a tap in it, and the clicker still leads on.
  await page.keyboard.press('m');
  await page.getByRole('button', { name: 'Mute' }).first().click();
  await page.keyboard.press('PageDown');
  await expect(word).toHaveText('Rest');
  await page.keyboard.press('Space');
  await expect(word).toHaveText('Paused');
  await page.keyboard.press('Space');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // The keys, on the desk itself.
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Start, pause, resume, go on');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Class, screen or action').fill('lying');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toHaveClass(/rotate-180/);
  await page.keyboard.press('l');
  await expect(page.getByRole('main')).not.toHaveClass(/rotate-180/);
  // Turned off in the settings, letters do nothing; Space and the clicker do.
  await page.goto('/settings');
  await page.getByRole('checkbox', { name: /^Single keys act/ }).uncheck();
  await page.getByRole('link', { name: 'Back to the desk' }).first().click();
  await word.waitFor();
  await page.keyboard.press('m');
  await page.keyboard.press('?');
  await page.keyboard.press('Space');
  await expect(word).toHaveText('Paused');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('the page stays where it is while one types, nothing with the focus is covered, panels take the focus and give it back', async ({
  page,
}) => {
  await page.goto('/classes/slack-water');
  await page.getByRole('textbox', { name: 'Class title' }).waitFor();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const top = async () => (await page.getByRole('region', { name: 'Pairs, three times each' }).boundingBox())!.y;
  await page.getByRole('button', { name: 'Got it' }).click();
  const at = await top();
  await page.getByRole('textbox', { name: 'Pairs, three times each: work' }).fill('45');
  await page.keyboard.press('Enter');
  for (let k = 0; k < 20; k++) expect(await top()).toBe(at);
  await page.keyboard.press('Control+z');
  // Every stop of the Tab key is in sight when it is reached.
  await page.getByRole('button', { name: 'Open all blocks' }).click();
  await page.getByRole('textbox', { name: 'Class title' }).focus();
  const covered: string[] = [];
  for (let k = 0; k < 60; k++) {
    await page.keyboard.press('Tab');
    const bad = await page.evaluate(() => {
      const e = document.activeElement;
      if (!e || e === document.body) return null;
      const r = e.getBoundingClientRect();
      const at = document.elementFromPoint(r.left + Math.min(r.width, innerWidth) / 2, r.top + r.height / 2);
      return at && (e.contains(at) || at.contains(e)) ? null : (e.getAttribute('aria-label') ?? e.textContent);
    });
    if (bad !== null) covered.push(bad);
  }
  expect(covered).toEqual([]);
  const checks = page.getByRole('navigation', { name: 'Judgement' }).getByRole('button', { name: /^Checks/ });
  await checks.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Checks' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(checks).toBeFocused();
  await expect(page).toHaveTitle('Slack Water · Odd Round');
});
