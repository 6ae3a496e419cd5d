import { chromium } from '@playwright/test';
import { circuit, planOf, s, stations } from '../core/test/build.ts';
import { CHROMIUM } from '../e2e/support/chromium.ts';

/**
 * Types into a 40 × 10 sheet in a real browser and measures each edit from its key event to the frame that shows it;
 * and runs the slot fitter in its worker. All in ms.
 */
export async function keystrokes(url: string): Promise<{ typed: number[]; fitterMs: number[]; candidates: string }> {
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const plan = {
    ...planOf(circuit(stations(40), 20, 10, 10, { roundBreakMs: s(30) })),
    id: 'bench-sheet',
    title: 'Forty by ten',
  };
  await page.request.put(`${url}/api/plans/${plan.id}`, { data: { plan, baseVersion: 0 } });
  await page.goto(`${url}/classes/${plan.id}`);
  await page.getByRole('grid').focus();
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { times });
    window.addEventListener(
      'keydown',
      () => {
        const from = performance.now();
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => times.push(performance.now() - from);
          channel.port2.postMessage(null);
        });
      },
      { capture: true },
    );
  });
  for (let i = 0; i < 40; i++) {
    await page.keyboard.press(i % 2 ? '-' : '+');
    await page.waitForTimeout(80);
    await page.keyboard.press('ArrowDown');
    await page.waitForTimeout(80);
    await page.keyboard.press('ArrowRight');
    // A quick typist: some twelve keys a second.
    await page.waitForTimeout(80);
  }
  const typed = await page.evaluate(() => (window as unknown as { times: number[] }).times);

  await page.getByRole('button', { name: 'Fit the slot' }).click();
  for (const knob of ['work', 'rest', 'breaks']) await page.getByRole('checkbox', { name: knob, exact: true }).check();
  const set = async (label: string, value: string) => {
    await page.getByRole('textbox', { name: label, exact: true }).fill(value);
    await page.keyboard.press('Enter');
  };
  await set('Step of work', '1');
  await set('Step of rest', '1');
  await set('Step of breaks', '3');
  const fitterMs: number[] = [];
  let candidates = '';
  for (let i = 0; i < 10; i++) {
    await page.getByRole('button', { name: 'Find what fits' }).click();
    const done = page.getByRole('status').filter({ hasText: /tried in \d+ ms/ });
    await done.waitFor();
    const [, tried = '', took = '0'] = /([\d,]+) tried in (\d+) ms/.exec((await done.textContent()) ?? '') ?? [];
    candidates = tried;
    fitterMs.push(Number(took));
  }
  await browser.close();
  return { typed, fitterMs, candidates };
}
