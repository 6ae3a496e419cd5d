import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { toDesk } from './support/lead.ts';

/** Each screen by its address, and what is there once it is drawn. */
const SCREENS: [address: string, drawn: (page: Page) => Promise<void>][] = [
  // A list draws only what is in sight, and other tests make classes and runs.
  ['/', (page) => page.getByRole('list', { name: 'Classes' }).getByRole('link').first().waitFor()],
  ['/classes/first-light', (page) => page.getByRole('grid').first().waitFor()],
  ['/classes/first-light/room', (page) => page.getByRole('tab', { name: 'Groups' }).waitFor()],
  ['/moves', (page) => page.getByTestId('found').waitFor()],
  ['/log', (page) => page.getByRole('list', { name: 'Runs' }).getByRole('link').first().waitFor()],
  ['/keep', (page) => page.getByText('on the disk before they count').waitFor()],
  ['/join', (page) => page.getByRole('textbox').waitFor()],
];
const shortTide = (page: Page) => page.getByRole('link', { name: /Short Tide/ }).first();

for (const theme of ['light', 'dark'] as const) {
  test(`no screen breaks the access rules, ${theme}`, async ({ page }) => {
    const axe = () => new AxeBuilder({ page });
    const faults = async () => {
      // Of the rules only contrast depends on the theme.
      const ruled =
        theme === 'light'
          ? axe().withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
          : axe().withRules('color-contrast');
      const { violations } = await ruled.analyze();
      return violations.map((v) => [page.url(), v.id, ...v.nodes.slice(0, 3).map((n) => n.target.join(' '))].join(' '));
    };
    await page.emulateMedia({ colorScheme: theme });
    for (const [address, drawn] of SCREENS) {
      await page.goto(address);
      await drawn(page);
      expect(await faults()).toEqual([]);
    }
    await page.goto('/log');
    await page.getByRole('searchbox', { name: 'Search the log' }).fill('short tide');
    await shortTide(page).click();
    await page.getByRole('heading', { name: 'What went otherwise' }).waitFor();
    expect(await faults()).toEqual([]);
    await page.goto('/classes/short-tide');
    await toDesk(page);
    await page.getByTestId('move').waitFor();
    expect(await faults()).toEqual([]);
  });
}
