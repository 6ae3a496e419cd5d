import { chromium } from '@playwright/test';
import { CHROMIUM } from '../e2e/support/chromium.ts';
import { TWELVE_LINES } from '../e2e/support/notes.ts';

/** All but what is typed behind it. */
const HEAD = `${TWELVE_LINES.split('\n').slice(0, 9).join('\n')}\n`;
const TYPED = `stretch 30s each: quads, hams e/s
rower 12 cal
main 45 on 15 off x 4
box jumps, press ups, kb swings 16kg, plank 30s each side
then 2 min rest
`;

/**
 * Types notes letter by letter in a real browser: for each letter the time of the main thread for the key itself, and the longest that
 * it did not answer until all was read and drawn; ms.
 */
export async function notesTyping(url: string): Promise<{ keyMs: number[]; longestMs: number[]; pasteMs: number }> {
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/notes`);
  await page.getByRole('textbox', { name: 'Your notes' }).focus();
  await page.waitForTimeout(3000);
  await page.evaluate(() => {
    const told = { keyMs: [] as number[], longest: 0 };
    Object.assign(window, { told });
    window.addEventListener(
      'keydown',
      () => {
        const from = performance.now();
        const channel = new MessageChannel();
        channel.port1.onmessage = () => told.keyMs.push(performance.now() - from);
        channel.port2.postMessage(null);
      },
      { capture: true },
    );
    let last = performance.now();
    const ping = new MessageChannel();
    ping.port1.onmessage = () => {
      told.longest = Math.max(told.longest, performance.now() - last);
      last = performance.now();
      ping.port2.postMessage(null);
    };
    ping.port2.postMessage(null);
  });
  const longest = async (work: () => Promise<void>) => {
    await page.evaluate(() => Object.assign((window as unknown as { told: { longest: number } }).told, { longest: 0 }));
    await work();
    await page.waitForTimeout(150);
    return page.evaluate(() => (window as unknown as { told: { longest: number } }).told.longest);
  };
  const pasteMs = await longest(() => page.keyboard.insertText(HEAD));
  await page.waitForTimeout(2000);
  const longestMs: number[] = [];
  for (const letter of TYPED)
    longestMs.push(await longest(() => page.keyboard.press(letter === '\n' ? 'Enter' : letter)));
  const keyMs = await page.evaluate(() => (window as unknown as { told: { keyMs: number[] } }).told.keyMs);
  await browser.close();
  return { keyMs, longestMs, pasteMs };
}
