import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, s, stations, TONES_ALONE } from '../core/test/build.ts';
import { effective, type RunEvent } from '../core/time/index.ts';
import { FULL } from './support/attack.ts';
import { BadNetwork } from './support/bad-network.ts';
import { leadClass } from './support/lead.ts';
import { listen } from './support/onsets.ts';
import { at, type BrowserContext, expect, ownServer, type Page, test } from './support/test.ts';

const server = ownServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.kill());
test.use({ baseURL: at(server) });

const plan = (id: string): Plan => ({
  ...planOf({ ...circuit(stations(3), 60, 20, 3, { roundBreakMs: s(30) }), use: 'stations' }),
  id,
  title: 'Two desks',
  countInMs: 1000,
  cueLevels: TONES_ALONE,
  heads: 12,
});

const lead = (page: Page, id: string) => leadClass(page, plan(id));

async function secondDesk(from: BrowserContext, runId: string): Promise<Page> {
  const other = await from.browser()!.newContext();
  const page = await other.newPage();
  await page.goto(`${server.url}/desk/${runId}`);
  await expect(page.getByText('Following', { exact: true })).toBeVisible();
  return page;
}

const stored = async (page: Page, runId: string) =>
  ((await (await page.request.get(`/api/runs/${runId}`)).json()) as { events: RunEvent[] }).events;
const remaining = async (page: Page) => Number(await page.getByTestId('remaining').getAttribute('data-ms'));
const word = (page: Page, text: string) => expect(page.getByTestId('phase-word')).toHaveText(text);

test('a second desk follows in silence, takes over, and the first follows it', async ({ page, context }) => {
  const runId = await lead(page, 'two-desks');
  const other = await secondDesk(context, runId);
  await word(other, 'Work');
  await expect.poll(async () => Math.abs((await remaining(other)) - (await remaining(page)))).toBeLessThan(300);
  // Keys of a following desk do nothing.
  await other.keyboard.press('ArrowRight');
  const before = await remaining(other);
  await page.keyboard.press('+');
  await expect.poll(() => remaining(other), { intervals: [50] }).toBeGreaterThan(before + 3000);
  await word(other, 'Work');

  await other.keyboard.press('t');
  await expect(other.getByRole('button', { name: 'Pause' })).toBeVisible();
  await expect(page.getByText('Following', { exact: true })).toBeVisible();
  await page.keyboard.press(' ');
  await other.keyboard.press('ArrowRight');
  await word(page, 'Rest');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  expect((await stored(page, runId)).map((e) => e.type)).toEqual(['start', 'adjust', 'lead', 'skip']);

  // Reloaded, each is what it was.
  await Promise.all([page.reload(), other.reload()]);
  await expect(page.getByText('Following', { exact: true })).toBeVisible();
  await expect(other.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.getByRole('button', { name: 'Take over' }).click();
  await expect(other.getByText('Following', { exact: true })).toBeVisible();
  await other.context().close();
});

test('a desk cut off leads on; taken over meanwhile, it follows when it is back, and nothing is lost or doubled', async ({
  context,
}) => {
  const network = new BadNetwork(server.url);
  const bay = await context.browser()!.newContext({ baseURL: await network.open() });
  const page = await bay.newPage();
  const runId = await lead(page, 'cut-desk');
  const other = await secondDesk(context, runId);
  network.cut();
  await page.keyboard.press('-');
  await page.keyboard.press('-');
  await expect(page.getByText('2 kept here, not on the server yet')).toBeVisible();
  await other.keyboard.press('t');
  await other.getByRole('button', { name: 'Pause' }).waitFor();
  await other.keyboard.press('ArrowRight');
  await word(other, 'Rest');
  await page.keyboard.press(' ');
  await word(page, 'Paused');
  network.mend();
  // What the cut-off desk did does not touch the one that leads by now; its screen shows the leader's run.
  await expect(page.getByText('Following', { exact: true })).toBeVisible();
  await word(page, 'Rest');
  await word(other, 'Rest');
  await expect.poll(async () => (await stored(other, runId)).length).toBe(6);
  const events = await stored(other, runId);
  expect(new Set(events.map((e) => e.id)).size).toBe(6);
  expect(events.map((e) => e.type).sort()).toEqual(['adjust', 'adjust', 'lead', 'pause', 'skip', 'start']);
  expect(effective(events).map((e) => e.type)).toEqual(['start', 'lead', 'skip']);
  await other.context().close();
  await bay.close();
  network.close();
});

if (FULL)
  test('two windows of one browser are two desks, also while the server is away', async ({ page, context }) => {
    const runId = await lead(page, 'two-windows');
    const beside = await context.newPage();
    await beside.goto(`/desk/${runId}`);
    await expect(beside.getByText('Following', { exact: true })).toBeVisible();
    await server.kill();
    await page.keyboard.press('ArrowRight');
    await word(beside, 'Rest');
    await beside.bringToFront();
    await beside.keyboard.press('t');
    await beside.keyboard.press('ArrowRight');
    await word(page, 'Work');
    await expect(page.getByText('Following', { exact: true })).toBeVisible();
    await server.start();
    await expect(beside.getByText('Saved', { exact: true })).toBeVisible();
    expect((await stored(page, runId)).map((e) => e.type)).toEqual(['start', 'skip', 'lead', 'skip']);
  });

if (FULL)
  test('a closed browser leads on when it is opened again', async ({ page, context }) => {
    const runId = await lead(page, 'closed-browser');
    await page.close();
    const again = await context.newPage();
    await again.goto(`/desk/${runId}`);
    await expect(again.getByRole('button', { name: 'Pause' })).toBeVisible();
  });

test('more people come: two taps make the groups anew on every screen', async ({ page, context }) => {
  const runId = await lead(page, 'regroup');
  const { squad, watch } = await (await page.request.post(`/api/runs/${runId}/codes`, { data: {} })).json();
  expect(squad).toHaveLength(6);
  const station = await context.newPage();
  await station.goto(`/station/${watch}/1`);
  await expect(station.getByText('Group 1, 4 people')).toBeVisible();
  await page.getByRole('button', { name: 'People' }).click();
  await page.getByRole('button', { name: '13 people' }).click();
  await expect(station.getByText('Group 1, 5 people')).toBeVisible();
  await page.keyboard.press('u');
  await expect(station.getByText('Group 1, 4 people')).toBeVisible();
});

test.describe('sound', () => {
  test.use({ bypassCSP: true });

  if (FULL)
    test('moves to the wall when the desk gives it, on the same second, and back', async ({ page, context }) => {
      const deskOnsets = await listen(page);
      const runId = await lead(page, 'wall-sound');
      const { watch } = await (await page.request.post(`/api/runs/${runId}/codes`, { data: {} })).json();
      const wall = await context.newPage();
      const wallOnsets = await listen(wall);
      await wall.goto(`/wall/${watch}`);
      await wall.getByRole('button', { name: 'Sound from here' }).click();
      await expect(wall.getByRole('button', { name: 'The desk has been asked for the sound' })).toBeVisible();
      expect(await wallOnsets()).toEqual([]);
      await page.bringToFront();
      await page.getByRole('button', { name: 'Give it' }).click();
      await expect(page.getByText('Sound on another screen')).toBeVisible();
      const before = (await deskOnsets()).length;
      await page.keyboard.press('ArrowRight');
      await word(page, 'Rest');
      await expect.poll(async () => (await wallOnsets()).length).toBeGreaterThan(0);
      expect((await deskOnsets()).length).toBe(before);

      await page.keyboard.press('m');
      await page.getByRole('button', { name: 'Sound back here' }).click();
      await page.keyboard.press('ArrowRight');
      await expect.poll(async () => (await deskOnsets()).length).toBeGreaterThan(before);
    });
});
