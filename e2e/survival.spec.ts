import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, s, stations, TONES_ALONE } from '../core/test/build.ts';
import { currentInterval, type RunEvent, stateAt } from '../core/time/index.ts';
import { FULL } from './support/attack.ts';
import { CHROMIUM } from './support/chromium.ts';
import { leadClass } from './support/lead.ts';
import { chromium, expect, ownServer, type Page, test } from './support/test.ts';

const server = ownServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.kill());

const plan: Plan = {
  ...planOf(circuit(stations(4), 20, 10, 3, { roundBreakMs: s(30) })),
  id: 'survival',
  title: 'Survival',
  countInMs: 3000,
  cueLevels: TONES_ALONE,
};

const lead = (page: Page) => leadClass(page, plan, server.url);

/**
 * What the desk shows against what its own stored events say, in ms of the current interval.
 * @param laterMs how much the run's time is ahead of the device's clock
 */
async function deskError(page: Page, runId: string, laterMs = 0): Promise<number> {
  const [shown, stored, now] = await page.evaluate(
    (id) =>
      [
        Number(document.querySelector('[data-testid=remaining]')?.getAttribute('data-ms')),
        Object.keys(localStorage)
          .filter((k) => k.startsWith(`odd-round.waits.${id}.`) || k.startsWith(`odd-round.sent.${id}.`))
          .map((k) => localStorage.getItem(k) ?? ''),
        Date.now(),
      ] as const,
    runId,
  );
  const events = stored.map((text) => JSON.parse(text) as RunEvent);
  const state = stateAt(plan, events, now + laterMs);
  const right = (currentInterval(state)?.durationMs ?? 0) - state.elapsedMs;
  return Math.abs(right - shown);
}

test('reload, close and a killed server: the desk is right and every event is logged once', async ({ context }) => {
  let page = await context.newPage();
  const runId = await lead(page);

  await page.reload();
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
  await expect.poll(() => deskError(page, runId)).toBeLessThan(1000);

  await server.kill();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('+');
  await expect(page.getByText('2 kept here, not on the server yet')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('3 kept here, not on the server yet')).toBeVisible();
  await expect.poll(() => deskError(page, runId)).toBeLessThan(1000);

  await server.start();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.close();
  page = await context.newPage();
  await page.goto(`${server.url}/desk/${runId}`);
  await expect(page.getByTestId('move')).toContainText('Move');
  await expect.poll(() => deskError(page, runId)).toBeLessThan(1000);

  await page.keyboard.press(' ');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await server.kill();
  await server.start();
  const stored = (await (await page.request.get(`${server.url}/api/runs/${runId}`)).json()) as { events: RunEvent[] };
  expect(stored.events.map((e) => e.type)).toEqual(['start', 'skip', 'adjust', 'skip', 'pause']);
  expect(stored.events.map((e) => e.seq)).toEqual([1, 2, 3, 4, 5]);
});

/** Lets a test move the page's Date by `skewMs` while its steady time goes on, as a sleep or a set clock does. */
const skewable = (page: Page) =>
  page.addInitScript(() => {
    const real = Date.now.bind(Date);
    Date.now = () => real() + Number(sessionStorage.getItem('skewMs') ?? 0);
  });
const skew = (page: Page, ms: number) => page.evaluate((by) => sessionStorage.setItem('skewMs', String(by)), ms);
const place = (page: Page) => page.getByTestId('place').textContent();

test('the device’s clock set by an hour, on or back: nothing moves, nor after a reload', async ({ page }) => {
  await skewable(page);
  for (const hours of FULL ? [1, -1] : [-1]) {
    await page.goto(`${server.url}/`);
    await skew(page, 0);
    const runId = await lead(page);
    const before = await place(page);
    await skew(page, hours * 3_600_000);
    // The clock is looked at twice a second: after one and a half, it has been seen.
    await page.waitForFunction(
      (until) => performance.now() > until,
      (await page.evaluate(() => performance.now())) + 1500,
    );
    expect(await place(page)).toBe(before);
    await expect.poll(() => deskError(page, runId, -hours * 3_600_000)).toBeLessThan(1000);
    await page.keyboard.press('-');
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    await expect.poll(() => deskError(page, runId, -hours * 3_600_000)).toBeLessThan(1000);
  }
});

if (FULL)
  test('the lid shut for a minute: the run has gone on, as the class has', async ({ page }) => {
    await skewable(page);
    await page.goto(`${server.url}/`);
    await skew(page, 0);
    const runId = await lead(page);
    await skew(page, 61_000);
    await expect.poll(() => deskError(page, runId)).toBeLessThan(1000);
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  });

if (FULL)
  test('a tab frozen for six seconds, as when the screen sleeps, is right when it wakes', async ({ page }) => {
    const runId = await lead(page);
    const cdp = await page.context().newCDPSession(page);
    await cdp.send('Page.setWebLifecycleState', { state: 'frozen' });
    await new Promise((done) => setTimeout(done, 6_000));
    await cdp.send('Page.setWebLifecycleState', { state: 'active' });
    await expect.poll(() => deskError(page, runId)).toBeLessThan(1000);
  });

test('the browser killed in the middle and opened again: it leads on, and each event is there once', async () => {
  const profile = mkdtempSync(path.join(tmpdir(), 'odd-round-profile-'));
  const open = () => chromium.launchPersistentContext(profile, { ...CHROMIUM, viewport: { width: 1280, height: 800 } });
  const first = await open();
  const page = first.pages()[0]!;
  const runId = await lead(page);
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const gone = new Promise((done) => first.on('close', done));
  for (const pid of browserProcesses(profile)) process.kill(pid, 'SIGKILL');
  await gone;

  const second = await open();
  const again = second.pages()[0]!;
  await again.goto(`${server.url}/desk/${runId}`);
  await expect(again.getByRole('button', { name: 'Pause' })).toBeVisible();
  await expect.poll(() => deskError(again, runId)).toBeLessThan(1000);
  await again.keyboard.press(' ');
  await expect(again.getByTestId('phase-word')).toHaveText('Paused');
  await expect(again.getByText('Saved', { exact: true })).toBeVisible();
  const { events } = (await (await again.request.get(`${server.url}/api/runs/${runId}`)).json()) as {
    events: RunEvent[];
  };
  expect(events.map((e) => e.type)).toEqual(['start', 'skip', 'pause']);
  await second.close();
});

/** The browser's processes that live on a profile of this test's own. */
function browserProcesses(profile: string): number[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(profile);
      } catch {
        return false;
      }
    })
    .map(Number);
}

test('a class edited while the server is away is kept and saved when it is back', async ({ page }) => {
  await page.goto(`${server.url}/classes/short-tide`);
  await page.getByRole('textbox', { name: 'Class title' }).waitFor();
  await server.kill();
  await page.getByRole('textbox', { name: 'Class title' }).fill('Short Tide, ebbing');
  await expect(page.getByText('Not saved yet, kept in this browser')).toBeVisible();
  await server.start();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Class title' })).toHaveValue('Short Tide, ebbing');
});
