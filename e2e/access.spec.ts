import { AxeBuilder } from '@axe-core/playwright';
import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, s, stations, TONES_ALONE } from '../core/test/build.ts';
import type { PageName } from '../web/shell/app/pages.ts';
import { FULL } from './support/attack.ts';
import { openDesk, putPlan } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

type Look = readonly [address: string, drawn: (page: Page) => Promise<void>];

/** Where each page is looked at, and what is there once it is drawn. A page without a row does not compile. */
const LOOKS: Record<PageName, readonly Look[]> = {
  // A list draws only what is in sight, and other tests make classes and runs.
  classes: [['/', (page) => page.getByRole('list', { name: 'Classes' }).getByRole('link').first().waitFor()]],
  notes: [['/notes', (page) => page.getByRole('textbox', { name: 'Your notes' }).waitFor()]],
  builder: [
    ['/classes/first-light', (page) => page.getByRole('grid').first().waitFor()],
    ['/classes/first-light?view=text', (page) => page.getByRole('textbox', { name: 'Class in shorthand' }).waitFor()],
  ],
  room: [['/classes/first-light/room', (page) => page.getByRole('tab', { name: 'Groups' }).waitFor()]],
  compare: [['/classes/first-light/compare', (page) => page.getByRole('heading', { name: /history/ }).waitFor()]],
  ready: [['/classes/first-light/ready', (page) => page.getByTestId('code-wall').waitFor()]],
  rehearse: [['/classes/first-light/rehearse', (page) => page.getByTestId('move').waitFor()]],
  // In each of its phases, below.
  desk: [],
  moves: [
    ['/moves', (page) => page.getByTestId('found').waitFor()],
    ['/moves?move=Squat', (page) => page.getByTestId('found').waitFor()],
  ],
  kit: [['/kit', (page) => page.getByRole('textbox', { name: 'New kit' }).waitFor()]],
  log: [['/log', (page) => page.getByRole('list', { name: 'Runs' }).getByRole('link').first().waitFor()]],
  // Opened from the log, below.
  run: [],
  calendar: [
    [
      '/calendar',
      (page) =>
        page
          .getByRole('button', { name: /^A class on Monday/ })
          .first()
          .waitFor(),
    ],
  ],
  oneSeries: [['/series/series-lunchtime', (page) => page.getByRole('table', { name: /Balance and load/ }).waitFor()]],
  series: [['/series', (page) => page.getByRole('link', { name: /Eight lunchtimes/ }).waitFor()]],
  records: [['/records', (page) => page.getByRole('region', { name: 'Load', exact: true }).locator('svg').waitFor()]],
  movesCounted: [['/records/moves', (page) => page.getByRole('link', { name: 'Goblet squat' }).waitFor()]],
  trend: [
    [
      '/records/moves/Goblet%20squat?squad=Heron',
      (page) => page.getByRole('region', { name: 'Session by session' }).locator('svg').waitFor(),
    ],
  ],
  people: [['/people', (page) => page.getByRole('link', { name: /Sedge/ }).waitFor()]],
  person: [['/people/person-1', (page) => page.getByRole('region', { name: 'Best and last' }).waitFor()]],
  bin: [['/bin', (page) => page.getByRole('heading', { name: 'Runs' }).waitFor()]],
  keep: [['/keep', (page) => page.getByText('on the disk before they count').waitFor()]],
  settings: [['/settings', (page) => page.getByRole('heading', { name: 'The club' }).waitFor()]],
  music: [['/music', (page) => page.getByRole('heading', { name: 'Loops' }).waitFor()]],
  help: [['/help', (page) => page.getByRole('heading', { name: 'The formats' }).waitFor()]],
  login: [['/login', (page) => page.getByRole('main').waitFor()]],
};
const SCREENS: readonly Look[] = [
  ...Object.values(LOOKS).flat(),
  ['/join', (page) => page.getByRole('textbox').waitFor()],
];
const PANELS = ['checks', 'order', 'swap', 'ends', 'balance', 'kit', 'cues', 'music', 'last', 'out'];
/** What is looked at each time; `npm run attack` looks at all, in both colours. */
const OFTEN = new Set(['/', '/classes/first-light', '/join', 'checks', 'm', 'Work', 'Rest']);
const often = (names: readonly string[]) => names.filter((name) => FULL || OFTEN.has(name));
/** The keys that open the desk's sheets. */
const SHEETS = ['m', 'c', 'f', 's', 'o', 'n', 'p', 'w', 'b'];
const shortTide = (page: Page) => page.getByRole('link', { name: /Short Tide/ }).first();

/** Three stations and long times: nothing passes while it is looked at. */
const plan = (id: string): Plan => ({
  ...planOf({
    ...circuit(
      stations(3, (x) => ({ ...x, sides: { mode: 'split', first: 'left' }, reps: { count: 8, per: 'side' } })),
      600,
      300,
      2,
      { roundBreakMs: s(300) },
    ),
    use: 'stations',
    id: 'main',
  }),
  id,
  title: 'Looked at',
  countInMs: s(30),
  cueLevels: TONES_ALONE,
  heads: 7,
  squads: ['Heron', 'Teal'],
});

for (const theme of FULL ? (['light', 'dark'] as const) : (['light'] as const)) {
  const faultsOf = async (page: Page, state: string): Promise<string[]> => {
    // A page here has no frames: it needs no page beside it to gather what is found in them.
    const axe = new AxeBuilder({ page }).setLegacyMode();
    // Of the rules only contrast depends on the theme.
    const ruled =
      theme === 'light'
        ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        : axe.withRules(['color-contrast']);
    // What is on its way from one colour to another is looked at when it is there.
    await page.evaluate(() =>
      Promise.allSettled(
        document
          .getAnimations()
          .filter((a) => a.effect?.getComputedTiming().iterations !== Number.POSITIVE_INFINITY)
          .map((a) => a.finished),
      ),
    );
    const { violations } = await ruled.analyze();
    return violations.map(
      (v) =>
        `${state}: ${v.id} ${v.nodes
          .slice(0, 3)
          .map((n) => n.target.join(' '))
          .join(' | ')}`,
    );
  };

  test(`no screen, panel or dialog breaks the access rules, ${theme}`, async ({ page }) => {
    test.slow();
    const faults: string[] = [];
    await page.emulateMedia({ colorScheme: theme });
    const looked = often(SCREENS.map(([address]) => address));
    for (const [address, drawn] of SCREENS.filter(([a]) => looked.includes(a))) {
      await page.goto(address);
      await drawn(page);
      const title = await page.title();
      if (!/^.+ · Odd Round$/.test(title) && address !== '/') faults.push(`${address}: its title is “${title}”`);
      faults.push(...(await faultsOf(page, address)));
    }
    for (const panel of often(PANELS)) {
      await page.goto(`/classes/slack-water?panel=${panel}`);
      await page.getByRole('complementary').waitFor();
      await page.getByRole('grid').first().waitFor();
      faults.push(...(await faultsOf(page, panel)));
    }
    await page.getByRole('button', { name: 'Open all blocks' }).click();
    faults.push(...(await faultsOf(page, 'all blocks open')));
    for (const [key, name] of [
      ['?', 'Keys'],
      ['Control+k', 'Find'],
      ['f', 'Fit the slot'],
    ] as const) {
      await page.keyboard.press(key);
      await page.getByRole('dialog').waitFor();
      faults.push(...(await faultsOf(page, name)));
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    }
    await page.goto('/');
    await page.getByRole('list', { name: 'Classes' }).getByRole('link').first().waitFor();
    await page.keyboard.press('n');
    await page.getByRole('dialog').waitFor();
    faults.push(...(await faultsOf(page, 'new class')));
    await page.goto('/log');
    await page.getByRole('searchbox', { name: 'Search the log' }).fill('short tide');
    await shortTide(page).click();
    await page.getByRole('heading', { name: 'What went otherwise' }).waitFor();
    faults.push(...(await faultsOf(page, 'a run')));
    expect(faults).toEqual([]);
  });

  test(`nor the desk, in any phase, with any sheet, at any size, nor who follows it, ${theme}`, async ({
    page,
    context,
  }) => {
    test.slow();
    const faults: string[] = [];
    await page.emulateMedia({ colorScheme: theme });
    const id = `looked-at-${theme}`;
    await putPlan(page.request, plan(id));
    await openDesk(page, id);
    const word = page.getByTestId('phase-word');
    await word.waitFor();
    const runId = page.url().split('/').at(-1);
    const codes = await (await page.request.post(`/api/runs/${runId}/codes`)).json();
    const followers = [
      `/wall/${codes.watch}`,
      `/station/${codes.watch}/1`,
      `/squad/${codes.squad}/Heron`,
      `/remote/${codes.remote}`,
    ];
    for (const [phase, ...keys] of [
      ['Get ready', ' '],
      ['Work', 'ArrowRight'],
      ['Rest', 'ArrowRight'],
      ['Round break', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight'],
    ] as const) {
      await page.bringToFront();
      for (const key of keys) await page.keyboard.press(key);
      await expect(word).toHaveText(phase);
      if (FULL || phase !== 'Get ready') faults.push(...(await faultsOf(page, `desk, ${phase}`)));
      if (FULL || phase === 'Work')
        for (const address of followers) {
          const follower = await context.newPage();
          await follower.emulateMedia({ colorScheme: theme });
          await follower.goto(address);
          await expect(follower.getByTestId('phase-word')).toHaveText(phase);
          faults.push(...(await faultsOf(follower, `${address.split('/')[1]}, ${phase}`)));
          await follower.close();
        }
    }
    await page.bringToFront();
    for (const [width, height] of [
      [1280, 800],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height });
      for (const key of often(SHEETS)) {
        await page.keyboard.press(key);
        await page.getByRole('dialog').waitFor();
        faults.push(...(await faultsOf(page, `sheet ${key}, ${width}`)));
        await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
      }
      if (FULL || width < 1280) faults.push(...(await faultsOf(page, `desk, ${width}`)));
    }
    await page.keyboard.down('e');
    await page.getByRole('heading', { name: 'Finished' }).waitFor();
    await page.keyboard.up('e');
    faults.push(...(await faultsOf(page, 'close')));
    expect(faults).toEqual([]);
  });
}
