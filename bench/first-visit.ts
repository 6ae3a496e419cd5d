import { type Browser, chromium, type Page } from '@playwright/test';
import { circuit, planOf, s, stations } from '../core/test/build.ts';
import { CHROMIUM } from '../e2e/support/chromium.ts';

const TRIES = 3;
const SLOWED = 4;

interface Visit {
  what: string;
  path: string;
  /** What is there when the page can be used. */
  usable: (page: Page) => Promise<unknown>;
}

/** What a first visit of each page transfers, as it comes over the wire, and how long it takes until it can be used, ms. */
export interface FirstVisit {
  what: string;
  /** Scripts and styles, and fonts, in KiB. */
  codeKiB: number;
  fontKiB: number;
  /** Scripts and styles asked for. */
  requests: number;
  usableMs: number[];
}

/** A browser as the tests use it. */
export const chromiumFor = (): Promise<Browser> => chromium.launch(CHROMIUM);

/**
 * Visits the pages of a server for the first time, with a processor slowed four times.
 * @param url where it is; its demo data are there
 */
export async function firstVisits(url: string): Promise<FirstVisit[]> {
  const browser = await chromiumFor();
  const made = await browser.newPage();
  const squads = ['Heron', 'Tern'];
  const plan = {
    ...planOf({ ...circuit(stations(6), 600, 10, 6, { roundBreakMs: s(30) }), use: 'stations' as const }),
    id: 'first-visit',
    title: 'First visit',
    heads: 12,
    squads,
  };
  await made.request.put(`${url}/api/plans/${plan.id}`, { data: { plan, baseVersion: 0 } });
  const id = `first-visit-${Date.now()}`;
  await made.request.post(`${url}/api/runs`, { data: { id, plan } });
  const start = { id: `start-${id}`, seq: 1, type: 'start', atMs: Date.now() };
  await made.request.post(`${url}/api/runs/${id}/events`, { data: { events: [start] } });
  const codes = await (await made.request.post(`${url}/api/runs/${id}/codes`)).json();
  await made.close();
  const visits: Visit[] = [
    { what: 'join', path: '/join', usable: (p) => p.getByLabel('The code on the desk').waitFor() },
    {
      what: 'wall',
      path: `/wall/${codes.watch}`,
      usable: (p) =>
        p
          .getByText(/Move \d/)
          .first()
          .waitFor(),
    },
    { what: 'station', path: `/station/${codes.watch}/1`, usable: (p) => p.getByText('Move 1').first().waitFor() },
    {
      what: 'squad',
      path: `/squad/${codes.squad}/Heron`,
      usable: (p) =>
        p
          .getByText(/Move \d/)
          .first()
          .waitFor(),
    },
    { what: 'remote', path: `/remote/${codes.remote}`, usable: (p) => p.getByRole('button').first().waitFor() },
    { what: 'classes', path: '/', usable: (p) => p.getByRole('link', { name: /Slack Water/ }).waitFor() },
    { what: 'builder', path: '/classes/slack-water', usable: (p) => p.getByRole('grid').first().waitFor() },
    { what: 'desk', path: `/desk/${id}`, usable: (p) => p.getByTestId('move').waitFor() },
  ];
  const found: FirstVisit[] = [];
  for (const visit of visits) {
    const usableMs: number[] = [];
    let code = 0;
    let font = 0;
    let requests = 0;
    for (let k = 0; k < TRIES; k++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
      const page = await context.newPage();
      const cdp = await context.newCDPSession(page);
      await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
      await cdp.send('Network.enable');
      const types = new Map<string, string>();
      code = 0;
      font = 0;
      requests = 0;
      cdp.on('Network.responseReceived', (e) => types.set(e.requestId, e.type));
      cdp.on('Network.loadingFinished', (e) => {
        const type = types.get(e.requestId);
        if (type === 'Font') font += e.encodedDataLength;
        if (type !== 'Script' && type !== 'Stylesheet') return;
        code += e.encodedDataLength;
        requests += 1;
      });
      const from = performance.now();
      await page.goto(url + visit.path, { waitUntil: 'commit' });
      await visit.usable(page);
      usableMs.push(performance.now() - from);
      await page.waitForTimeout(600);
      await context.close();
    }
    found.push({ what: visit.what, codeKiB: code / 1024, fontKiB: font / 1024, requests, usableMs });
  }
  await browser.close();
  return found;
}
