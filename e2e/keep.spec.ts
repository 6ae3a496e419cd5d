import type { Plan } from '../core/class/index.ts';
import { writePlanFile } from '../core/out/index.ts';
import { circuit, planOf, stations } from '../core/test/build.ts';
import { FULL } from './support/attack.ts';
import { at, expect, ownServer, type Page, test } from './support/test.ts';

const MANY = 2000;

const server = ownServer();
const gated = ownServer({ PASSPHRASE: 'spring tide' });
test.beforeAll(() => Promise.all([server.start(), gated.start()]));
test.afterAll(async () => {
  await server.kill();
  await gated.kill();
});

const plan = (id: string, title: string): Plan => ({ ...planOf(circuit(stations(3), 30, 10, 2)), id, title });
const row = (page: Page, title: RegExp) => page.getByRole('link', { name: title });

test.describe('one machine', () => {
  test.use({ baseURL: at(server) });

  test('a backup is made, the class is lost, the backup is restored, and that is undone too', async ({ page }) => {
    await page.goto('/keep');
    await expect(page.getByText('are on the disk before they count as saved')).toBeVisible();
    await page.getByRole('button', { name: 'Back up now' }).click();
    await expect(page.getByRole('status')).toContainText('Made: odd-round-by-hand-');
    await page.request.delete('/api/plans/first-light');
    await page.goto('/');
    await expect(row(page, /^Slipway/)).toBeVisible();
    await expect(row(page, /^First Light/)).toHaveCount(0);

    await page.goto('/keep');
    const kept = page.getByRole('list', { name: 'Kept backups' }).getByRole('listitem');
    await kept.filter({ hasText: 'Made by hand' }).getByRole('button').click();
    await page.getByRole('button', { name: 'Restore it' }).click();
    await expect(page.getByRole('status')).toContainText('Restored: 15 classes');
    await expect(kept.filter({ hasText: 'Before a restore' })).toHaveCount(1);
    await page.goto('/');
    await expect(row(page, /^First Light/)).toBeVisible();
  });

  if (FULL)
    test(`${MANY} classes: the list draws what is in sight, finds any, and reaches the last`, async ({ page }) => {
      for (let from = 0; from < MANY; from += 200) {
        const part = Array.from({ length: 200 }, (_, k) => plan(`many-${from + k}`, `Tide ${from + k}`));
        const res = await page.request.post('/api/files/import', {
          data: { text: writePlanFile(part), goodPart: false },
        });
        expect(res.status()).toBe(201);
      }
      await page.goto('/');
      await expect(row(page, new RegExp(`^Tide ${MANY - 1}`))).toBeVisible();
      expect(await page.evaluate(() => document.querySelectorAll('*').length)).toBeLessThan(2500);
      await page.getByRole('searchbox', { name: 'Search classes' }).fill('tide 1077');
      await expect(row(page, /^Tide 1077 /)).toBeVisible();
      await expect(row(page, new RegExp(`^Tide ${MANY - 1}`))).toHaveCount(0);
      await page.getByRole('searchbox', { name: 'Search classes' }).fill('');
      await expect(row(page, new RegExp(`^Tide ${MANY - 1}`))).toBeVisible();
      const scrolled = async () => {
        await page.mouse.wheel(0, 100_000);
        return row(page, /^First Light/).count();
      };
      await expect.poll(scrolled).toBe(1);
      expect(await page.evaluate(() => document.querySelectorAll('*').length)).toBeLessThan(2500);
    });

  if (FULL)
    test('a file of 600 classes is read and imported with progress; cancelled, what went in is said', async ({
      page,
    }) => {
      const file = writePlanFile(Array.from({ length: 600 }, (_, k) => plan(`file-${k}`, `Neap ${k}`)));
      const upload = { name: 'neap.json', mimeType: 'application/json', buffer: Buffer.from(file) };
      await page.goto('/');
      await page.getByRole('button', { name: 'Import' }).click();
      await page.getByLabel('Plan file').setInputFiles(upload);
      await expect(page.getByText(/and 588 more/)).toBeVisible();
      await page.getByRole('button', { name: 'Import all 600' }).click();
      await page.getByText(/Importing [1-9]\d* of 600/).waitFor();
      await page.getByRole('button', { name: 'Cancel' }).click();
      const said = page.getByRole('alert');
      await expect(said).toContainText(/Cancelled: \d+ of 600 classes were imported/);
      const done = Number(/(\d+) of 600/.exec((await said.textContent()) ?? '')?.[1]);
      expect([done > 0, done < 600]).toEqual([true, true]);
      const found = await (await page.request.get('/api/plans?q=neap&limit=200')).json();
      expect(Math.min(done, 200)).toBe(found.items.length);
    });
});

test.describe('with a passphrase', () => {
  test.use({ baseURL: at(gated) });

  test('signs in, back to where one came from and nowhere else, sees who is in, and signs out', async ({
    page,
    browser,
  }) => {
    await page.goto('/log');
    await expect(page).toHaveURL(/\/login\?to=%2Flog/);
    const enter = async (on: Page) => {
      await on.getByLabel('Instructor’s passphrase').fill('spring tide');
      await on.getByRole('button', { name: 'Enter' }).click();
    };
    await enter(page);
    await expect(page).toHaveURL(`${gated.url}/log`);
    for (const to of ['//evil.example/x', 'javascript:alert(1)']) {
      const other = await browser.newContext({ baseURL: gated.url });
      const stranger = await other.newPage();
      await stranger.goto(`/login?to=${encodeURIComponent(to)}`);
      await enter(stranger);
      await expect(stranger.getByRole('heading', { name: 'Classes' })).toBeVisible();
      expect(new URL(stranger.url()).origin).toBe(gated.url);
      await other.close();
    }
    await page.goto('/keep');
    const sessions = page.getByRole('list', { name: 'Signed in' }).getByRole('listitem');
    await expect(sessions).toHaveCount(3);
    await sessions.filter({ hasNotText: 'this one' }).first().getByRole('button').click();
    await expect(sessions).toHaveCount(2);
    await page.getByRole('button', { name: 'Sign out here' }).click();
    await expect(page).toHaveURL(/\/login/);
    await page.goto('/');
    await expect(page).toHaveURL(/\/login/);
  });
});
