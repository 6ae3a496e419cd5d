import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, s, stations, TONES_ALONE } from '../core/test/build.ts';
import { FULL } from './support/attack.ts';
import { leadClass } from './support/lead.ts';
import { at, type Browser, expect, ownServer, type Page, test } from './support/test.ts';

/** A whole class, and its taps ten times as fast. */
const REAL_S = Number(process.env.SOAK_MINUTES ?? 60) * 60;
const FAST_S = 360;
/** From here on nothing is to grow: ten minutes of an hour. */
const SETTLED = 1 / 6;
const MAY_GROW = 1.2;

const server = ownServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.kill());
test.use({ baseURL: at(server) });

const plan = (id: string): Plan => ({
  ...planOf({ ...circuit(stations(4), 60, 20, 40, { roundBreakMs: s(30) }), use: 'stations', id: 'main' }),
  cueLevels: TONES_ALONE,
  id,
  title: 'A long class',
  countInMs: 1000,
  heads: 12,
  squads: ['Heron', 'Teal'],
});

/** A desk that leads a class, and the screens that follow it. */
async function hall(browser: Browser, desk: Page, id: string): Promise<Record<string, Page>> {
  await leadClass(desk, plan(id));
  const runId = desk.url().split('/').at(-1);
  const codes = await (await desk.request.post(`/api/runs/${runId}/codes`, { data: {} })).json();
  const addresses: [string, string][] = [
    ['wall', `/wall/${codes.watch}`],
    ...[1, 2, 3, 4].map((n): [string, string] => [`station ${n}`, `/station/${codes.watch}/${n}`]),
    ['remote', `/remote/${codes.remote}`],
  ];
  const pages: Record<string, Page> = { desk };
  for (const [name, address] of addresses) {
    // A device of its own: one browser has six connections to a server, and each screen holds one.
    const page = await (await browser.newContext({ reducedMotion: 'reduce' })).newPage();
    await page.goto(`${server.url}${address}`);
    await expect(page.getByTestId('remaining')).toBeVisible();
    pages[name] = page;
  }
  return pages;
}

/** What each page holds after a collection, and the server's memory, MB. */
async function memory(pages: Record<string, Page>): Promise<Record<string, number>> {
  const found: Record<string, number> = {};
  for (const [name, page] of Object.entries(pages)) {
    const session = await page.context().newCDPSession(page);
    await session.send('HeapProfiler.collectGarbage');
    const { usedSize } = await session.send('Runtime.getHeapUsage');
    found[name] = Math.round(usedSize / 10_000) / 100;
    await session.detach();
  }
  const health = await (await fetch(`${server.url}/api/health`)).json();
  return { ...found, server: health.memoryMiB };
}

/** Taps at the desk for so long; gives what everything held when it had settled, and at the end. */
async function soak(pages: Record<string, Page>, seconds: number, everyMs: number) {
  const { desk } = pages as { desk: Page };
  const begun = performance.now();
  const passed = () => (performance.now() - begun) / 1000;
  let settled: Record<string, number> | null = null;
  let taps = 0;
  await desk.bringToFront();
  while (passed() < seconds) {
    for (const key of ['+', '-', ' ', ' ']) {
      await desk.keyboard.press(key);
      taps += 1;
      await desk.waitForTimeout(everyMs);
    }
    if (!settled && passed() > seconds * SETTLED) settled = await memory(pages);
  }
  return { settled: settled ?? (await memory(pages)), end: await memory(pages), taps };
}

const EVERY_MS = 7500;
const SOAKS = [
  [`a class of ${REAL_S} s`, REAL_S, EVERY_MS],
  [`the taps of an hour in ${FAST_S} s`, FAST_S, (EVERY_MS * FAST_S) / 3600],
] as const;

for (const [name, seconds, everyMs] of FULL ? SOAKS : [])
  test(`${name} at desk, wall, four stations and remote: nothing grows`, async ({ browser, page }, info) => {
    test.setTimeout(seconds * 1000 + 1_800_000);
    const pages = await hall(browser, page, `soak-${everyMs}`);
    const { settled, end, taps } = await soak(pages, seconds, everyMs);
    const told = Object.keys(end).map((what) => `${what} ${settled[what]} → ${end[what]}`);
    const figures = `${taps} taps in ${seconds} s, MB: ${told.join(', ')}`;
    info.annotations.push({ type: 'figures', description: figures });
    process.stdout.write(`${figures}\n`);
    await expect(pages.wall as Page).toHaveTitle(/A long class/);
    for (const own of Object.values(pages)) if (own !== page) await own.context().close();
    const grown = Object.keys(end).filter((what) => (end[what] ?? 0) > MAY_GROW * (settled[what] ?? 0));
    expect(grown).toEqual([]);
  });
