import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';

async function faults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.target.join(' '))
        .slice(0, 3)
        .join(', ')}`,
  );
}

for (const theme of ['light', 'dark'] as const) {
  test(`no screen breaks the access rules, ${theme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: theme });
    await page.goto('/');
    await page.getByRole('link', { name: /^First Light/ }).waitFor();
    expect(await faults(page)).toEqual([]);
    await page.goto('/classes/first-light');
    await page.getByRole('grid').first().waitFor();
    expect(await faults(page)).toEqual([]);
    await page.goto('/log');
    await page
      .getByRole('link', { name: /First Light/ })
      .first()
      .waitFor();
    expect(await faults(page)).toEqual([]);
    await page
      .getByRole('link', { name: /Short Tide/ })
      .first()
      .click();
    await page.getByRole('heading', { name: 'What went otherwise' }).waitFor();
    expect(await faults(page)).toEqual([]);
    await page.goto('/classes/short-tide');
    await page.getByRole('button', { name: 'Lead this class' }).click();
    await page.getByTestId('move').waitFor();
    expect(await faults(page)).toEqual([]);
  });
}
