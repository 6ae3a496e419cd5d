// @vitest-environment jsdom

import { readFile } from 'node:fs/promises';
import { expect, it } from 'vitest';
import type { Plan } from '../../core/plan/index.ts';
import { circuit, planOf, s, stations } from '../../core/test/build.ts';
import { type Page, put, withScreens } from '../test/screens.test.support.tsx';

const page = withScreens();

/*
 * What leaves the application, and what comes in: paper, a page for home, a picture with a class over it, music, pulse, clickers.
 */

const _plan = (id: string, more: Partial<Plan> = {}, work = 40, rest = 20): Plan => ({
  ...planOf({
    ...circuit(
      stations(2, (x, k) => ({ ...x, move: ['Rope slam', 'Side plank'][k]!, easier: ['Step it'], formCues: ['Tall'] })),
      work,
      rest,
      2,
      { roundBreakMs: s(30) },
    ),
    id: 'main',
    title: 'Main',
  }),
  id,
  title: id,
  countInMs: 0,
  cueLevels: TONES_ALONE,
  ...more,
});
const _keep = (_page: Page, one: Plan) => put(one);

/** What a press gives as a file. */
async function _fileOf(page: Page, press: () => Promise<void>): Promise<{ name: string; bytes: Buffer }> {
  const [download] = await Promise.all([page.waitForEvent('download'), press()]);
  return { name: download.suggestedFilename(), bytes: await readFile(await download.path()) };
}

/** Counts what is heard at the way out of the page: sounds after silence. A file from a disk may load no worklet. */
function _listenHere(): void {
  let heard = 0;
  let quiet = true;
  const connect = AudioNode.prototype.connect as (this: AudioNode, ...args: unknown[]) => unknown;
  AudioNode.prototype.connect = function (this: AudioNode, ...args: unknown[]) {
    if (args[0] === this.context.destination) {
      const probe = new AnalyserNode(this.context, { fftSize: 1024 });
      connect.call(this, probe);
      const samples = new Float32Array(1024);
      setInterval(() => {
        probe.getFloatTimeDomainData(samples);
        const loud = samples.some((x) => Math.abs(x) > 0.01);
        if (loud && quiet) heard += 1;
        quiet = !loud;
        Object.assign(window, { heard });
      }, 15);
    }
    return connect.apply(this, args);
  } as typeof connect as AudioNode['connect'];
}

/** A WAV of beats in the bass, 126 a minute. */
function _beats(seconds: number): Buffer {
  const rate = 22_050;
  const samples = rate * seconds;
  const file = Buffer.alloc(44 + samples * 2);
  file.write('RIFF', 0);
  file.writeUInt32LE(36 + samples * 2, 4);
  file.write('WAVEfmt ', 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(1, 22);
  file.writeUInt32LE(rate, 24);
  file.writeUInt32LE(rate * 2, 28);
  file.writeUInt16LE(2, 32);
  file.writeUInt16LE(16, 34);
  file.write('data', 36);
  file.writeUInt32LE(samples * 2, 40);
  for (let k = 0; k < samples; k++) {
    const into = k % ((60 / 126) * rate);
    file.writeInt16LE(
      Math.round(24_000 * Math.sin((2 * Math.PI * 90 * into) / rate) * Math.exp(-into / 600)),
      44 + k * 2,
    );
  }
  return file;
}

it('a clicker shows what it sends, and a table of moves comes in by its columns', async () => {
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Try a clicker' }).click();
  const log = page.getByRole('log', { name: 'What was pressed' });
  await page.keyboard.press('PageDown');
  await page.keyboard.press(' ');
  await page.keyboard.press('q');
  await expect(log.getByRole('listitem')).toHaveText([
    /q.*nothing on the desk/,
    /Space.*start, pause, go on/,
    /Page Down.*on to what comes/,
  ]);
  await page.getByRole('button', { name: 'Stop trying' }).click();

  await page.goto('/');
  await page.getByRole('button', { name: 'Import' }).click();
  await page.getByLabel('Plan file, table or text').setInputFiles({
    name: 'From a table.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Thing,On,Off\nRope slam,30,15\nBear walk,soon,15\n'),
  });
  await expect(page.getByText('No sound class in this file.')).toBeVisible();
  await page.getByLabel('Column Thing is').selectOption('move');
  await expect(page.getByText('Sound: From a table.')).toBeVisible();
  await expect(page.getByText('row 3, work')).toBeVisible();
  await page.getByRole('button', { name: 'Import the good part (1)' }).click();
  await expect(page.getByRole('link', { name: /From a table/ }).first()).toBeVisible();
  const { items } = (await (await page.request.get('/api/plans?q=From%20a%20table')).json()) as {
    items: { plan: Plan }[];
  };
  expect(items[0]?.plan.blocks[0]?.stations.map((x) => x.move)).toEqual(['Rope slam', 'Bear walk']);
});
