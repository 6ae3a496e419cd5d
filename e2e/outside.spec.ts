import { readFile } from 'node:fs/promises';
import webvtt from 'webvtt-parser';
import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, s, stations, TONES_ALONE } from '../core/test/build.ts';
import { FULL } from './support/attack.ts';
import { leadClass, putPlan } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

/*
 * What leaves the application, and what comes in: paper, a page for home, a picture with a class over it, music, pulse, clickers.
 */

const plan = (id: string, more: Partial<Plan> = {}, work = 40, rest = 20): Plan => ({
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
const keep = (page: Page, one: Plan) => putPlan(page.request, one);

/** What a press gives as a file. */
async function fileOf(page: Page, press: () => Promise<void>): Promise<{ name: string; bytes: Buffer }> {
  const [download] = await Promise.all([page.waitForEvent('download'), press()]);
  return { name: download.suggestedFilename(), bytes: await readFile(await download.path()) };
}

/** Counts what is heard at the way out of the page: sounds after silence. A file from a disk may load no worklet. */
function listenHere(): void {
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

test.describe('at home', () => {
  test('a class as one file, opened from a disk without a network, leads alone with sound', async ({
    page,
    context,
  }, info) => {
    const one = plan('at-home', { countInMs: 3000, cueLevels: {} }, 6, 4);
    await keep(page, one);
    await page.goto('/classes/at-home?panel=out');
    const { name, bytes } = await fileOf(page, () => page.getByRole('button', { name: 'As one file (HTML)' }).click());
    expect(name).toBe('at-home.html');
    const path = info.outputPath(name);
    await (await import('node:fs/promises')).writeFile(path, bytes);
    await context.setOffline(true);
    const asked: string[] = [];
    const home = await context.newPage();
    home.on('request', (r) => {
      if (!/^(file|data|blob):/.test(r.url())) asked.push(r.url());
    });
    await home.addInitScript(listenHere);
    await home.goto(`file://${path}`);
    await expect(home.getByRole('heading', { name: 'at-home' })).toBeVisible();
    await expect(home.getByText('Step it').first()).toBeVisible();
    await home.getByRole('button', { name: 'Start' }).click();
    await expect(home.getByTestId('phase-word')).toHaveText('Work');
    await expect(home.getByTestId('move')).toHaveText('Rope slam');
    await expect(home.getByTestId('phase-word')).toHaveText('Rest');
    await home.keyboard.press(' ');
    await expect(home.getByTestId('phase-word')).toHaveText('Paused');
    await home.keyboard.press(' ');
    await home.keyboard.press('ArrowRight');
    await expect(home.getByTestId('move')).toHaveText('Side plank');
    // Ticks before the work, its start, what ended it, and words: heard at the way out to the loudspeaker.
    expect(await home.evaluate(() => (window as unknown as { heard: number }).heard)).toBeGreaterThan(5);
    expect(asked).toEqual([]);
    await home.setViewportSize({ width: 360, height: 640 });
    await expect(home.getByRole('button', { name: 'Pause' })).toBeInViewport();
    await context.setOffline(false);
  });
});

test('a class leaves on paper, in words and beside a recording; by a code it is read by whoever has it', async ({
  page,
  context,
}) => {
  await keep(page, plan('hand-out', { squads: ['Heron'] }));
  await page.goto('/classes/hand-out?panel=out');
  const out = page.getByRole('complementary', { name: 'Hand out' });
  // What was typed just now is on the paper too.
  await page.getByRole('textbox', { name: 'Title' }).first().fill('Handed');
  for (const sheet of ['Run sheet', 'Board sheet', 'Station cards', 'Tracking sheet', 'Kit list']) {
    const { name, bytes } = await fileOf(page, () => out.getByRole('button', { name: `${sheet} as PDF` }).click());
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(name).toMatch(/^handed-.*\.pdf$/);
  }
  const markdown = await fileOf(page, () =>
    out.getByRole('button', { name: 'Markdown, with other ways: save' }).click(),
  );
  expect(markdown.bytes.toString()).toContain('1. **Rope slam**: 40/20');
  const talk = out.getByRole('textbox', { name: 'The talk' });
  await expect(talk).toHaveValue(/Tomorrow we do Handed/);
  await talk.fill('We row.');
  await page.reload();
  await expect(talk).toHaveValue('We row.');
  await out.getByRole('button', { name: 'Write it anew' }).click();
  await expect(talk).toHaveValue(/Tomorrow we do Handed/);
  await out.getByLabel('The recording began earlier by').fill('5');
  const vtt = await fileOf(page, () => out.getByRole('button', { name: 'Captions' }).click());
  const { cues, errors } = new webvtt.WebVTTParser().parse(vtt.bytes.toString(), 'metadata');
  expect([errors.length, cues[0]?.text, cues[0]?.startTime]).toEqual([0, 'Rope slam', 5]);
  // What the cards carry opens their stations alone.
  await expect(out.getByText(/cards open their station/)).toBeVisible();
  await out.getByRole('button', { name: 'Give it out by a code' }).click();
  const address = (await out.getByTestId('handout-address').textContent()) ?? '';
  const visitor = await context.newPage();
  await visitor.goto(new URL(address).pathname);
  await expect(visitor.getByRole('heading', { name: 'Handed' })).toBeVisible();
  await visitor.getByRole('button', { name: 'Start' }).click();
  await expect(visitor.getByTestId('phase-word')).toHaveText('Work');
  await out.getByRole('button', { name: 'Take it back' }).click();
  await expect(out.getByRole('button', { name: 'Give it out by a code' })).toBeVisible();
  expect((await visitor.reload())?.status()).toBe(404);
});

if (FULL)
  test('over a picture: chosen parts on a clear field, and nothing before and after', async ({ page, context }) => {
    const id = await leadClass(page, plan('over-a-picture'));
    const { watch } = await (await page.request.post(`/api/runs/${id}/codes`)).json();
    const camera = await context.newPage();
    await camera.goto(`/camera/${watch}`);
    await camera.getByLabel('next').uncheck();
    const address = new URL((await camera.getByTestId('camera-address').textContent()) ?? '');
    expect(address.search).toBe('?show=time,move,side,round');
    await expect(camera.frameLocator('iframe').getByTestId('move')).toHaveText('Rope slam');
    await camera.setViewportSize({ width: 1080, height: 1920 });
    await camera.goto(address.pathname + address.search);
    await expect(camera.getByTestId('time')).toBeVisible();
    await expect(camera.getByTestId('next')).toHaveCount(0);
    expect(await camera.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgba(0, 0, 0, 0)');
    await page.keyboard.press('ArrowRight');
    await expect(camera.getByTestId('place')).toContainText('Rest');
    await page.keyboard.down('e');
    await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
    await page.keyboard.up('e');
    await expect(camera.getByTestId('time')).toHaveCount(0);
  });

/** A WAV of beats in the bass, 126 a minute. */
function beats(seconds: number): Buffer {
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

test('music: a file’s tempo is heard, tracks are given to a block and play on the desk; one that is gone is told', async ({
  page,
}) => {
  await page.goto('/music');
  await page.getByLabel('Files of music').setInputFiles([
    { name: 'Keel.wav', mimeType: 'audio/wav', buffer: beats(24) },
    { name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no sound') },
  ]);
  await expect(page.getByText(/1 track taken in\. notes\.txt: this browser cannot play it/)).toBeVisible();
  await expect
    .poll(async () => Number(await page.getByRole('textbox', { name: 'Tempo of Keel', exact: true }).inputValue()))
    .toBeCloseTo(126, 0);
  await page.getByRole('button', { name: 'Half the tempo of Keel' }).click();
  await expect
    .poll(async () => Number(await page.getByRole('textbox', { name: 'Tempo of Keel', exact: true }).inputValue()))
    .toBeCloseTo(63, 0);
  await page.getByRole('button', { name: 'Double the tempo of Keel' }).click();
  await keep(page, plan('with-music', {}, 60, 20));
  await page.goto('/classes/with-music?panel=music');
  await page.getByLabel('Work of Main').selectOption('tracks');
  await page.getByLabel('Another track for Work of Main').selectOption({ label: 'Rip, 128' });
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const saved = (await (await page.request.get('/api/plans/with-music')).json()) as { plan: Plan };
  const music = saved.plan.blocks[0]?.music?.work;
  expect(music?.from === 'tracks' && music.tracks.map((t) => t.title)).toEqual(['Keel', 'Rip']);
  // The same class with a track that no device has.
  const gone = { ...structuredClone(saved.plan), id: 'music-gone', title: 'music-gone' };
  const [block] = gone.blocks;
  if (music?.from === 'tracks' && block)
    block.music = { work: { from: 'tracks', tracks: [{ ...music.tracks[0]!, id: 'nowhere', title: 'Wake' }] } };
  await leadClass(page, { ...saved.plan, id: 'music-led', title: 'music-led' });
  await expect(page.getByText('Music: Keel')).toBeVisible();
  await page.keyboard.press('m');
  await page.getByRole('button', { name: 'Next track' }).click();
  await expect(page.getByRole('region', { name: 'Music' }).getByText('Music: Rip')).toBeVisible();
  await page.getByRole('button', { name: 'Music off' }).click();
  await expect(page.getByText('The music is off.')).toBeVisible();
  await leadClass(page, gone);
  await expect(page.getByText('No music: “Wake” is not on this device')).toBeVisible();
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
});

test('pulse: simulated straps on the desk and, once asked, on the wall; a held break proposes to go on; the record has it', async ({
  page,
  context,
}) => {
  const one = plan('pulse', { heads: 6 }, 60, 20);
  const [block] = one.blocks;
  const id = await leadClass(page, {
    ...one,
    blocks: [
      { ...block!, breakAfter: { ms: s(10), untilTap: true } },
      { ...block!, id: 'again', title: 'Again' },
    ],
  });
  const { watch } = await (await page.request.post(`/api/runs/${id}/codes`)).json();
  const wall = await context.newPage();
  await wall.goto(`/wall/${watch}`);
  await page.keyboard.press('b');
  await page.getByRole('button', { name: 'Simulated straps' }).click();
  await expect(page.getByText('6 simulated straps')).toBeVisible();
  await expect(wall.getByTestId('wall-pulse')).toHaveCount(0);
  await page.getByLabel('zones on the wall').check();
  await page.getByLabel('they said yes').first().check();
  await expect(wall.getByTestId('wall-pulse')).toContainText('zone 1');
  await expect(wall.getByTestId('wall-pulse').getByRole('list').last()).toHaveText(/^strap 1 \d+$/);
  await page.getByLabel('they said yes').first().uncheck();
  await expect(wall.getByTestId('wall-pulse').getByRole('list').last()).toHaveText('');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Pulse' })).toBeVisible();
  // Through the block to the held break: nobody has worked long enough to be above.
  const phase = page.getByTestId('phase-word');
  for (let k = 0; k < 10 && (await phase.textContent()) !== 'Break'; k++) {
    await page.keyboard.press('ArrowRight');
    await page.waitForTimeout(300);
  }
  await expect(phase).toHaveText('Break');
  const goOn = page.getByRole('button', { name: 'Nine of ten are down: go on' });
  await expect(page.getByText('All who are heard are below 70 %.')).toBeVisible();
  await goOn.click();
  await expect(phase).toHaveText('Get ready');
  await page.keyboard.down('e');
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await page.keyboard.up('e');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const { events } = (await (await page.request.get(`/api/runs/${id}`)).json()) as { events: { type: string }[] };
  expect(events.filter((e) => e.type === 'pulse').length).toBeGreaterThan(0);
  await page.goto(`/log/${id}`);
  await expect(page.getByRole('region', { name: 'Pulse' })).toContainText('strap 6');
});
