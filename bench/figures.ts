import { execFileSync } from 'node:child_process';
import { faultsOf, figureOf, framesOf, readFigure, stillOf } from '@odd-round/figure';
import { circuit, planOf, s, stations } from '../core/test/build.ts';
import { readShippedFigures } from '../dist/server/library/read.js';
import { OwnServer } from '../e2e/support/server.ts';
import { chromiumFor } from './first-visit.ts';
import type { Told } from './keeping.ts';

const FRAMES = 1000;
const TIMES = 20;
const MOVES = ['Bodyweight squat', 'Kettlebell swing', 'Star jump', 'Mountain climber', 'Sun flow'];
const GRID = [
  'Goblet squat',
  'Press-up',
  'Kettlebell swing',
  'Mountain climber',
  'Reverse lunge',
  'Box jump',
  'Rope slam',
  'Bent-over row',
  'Star jump',
  'Front plank',
  'Overhead press',
  'Dead bug',
];
const LOOKED_MS = 10_000;

const once = (work: () => unknown): number => {
  const from = performance.now();
  work();
  return performance.now() - from;
};

/** What it costs to draw moves: in the core, and eight of them moving on a wall. */
export async function figures(tell: Told): Promise<void> {
  const texts = new Map(readShippedFigures().map((f) => [f.name, f.text]));
  const made = (name: string) => {
    const read = readFigure(texts.get(name) ?? '');
    if (!read.ok) throw new Error(`${name}: ${read.problem}`);
    return figureOf(read.figure);
  };
  // Once unmeasured, as after the first second of a wall.
  for (const frames of MOVES.map((name) => framesOf(made(name))))
    for (let k = 0; k < FRAMES; k++) frames.at((k * 1000) / 60);
  for (const name of MOVES) {
    const times = Array.from({ length: TIMES }, () => {
      const frames = framesOf(made(name));
      return once(() => {
        for (let k = 0; k < FRAMES; k++) frames.at((k * 1000) / 60);
      });
    });
    tell(`1,000 frames of ${name}`, times, `60 a second, cycle ${(made(name).cycleMs / 1000).toFixed(1)} s`);
  }
  const all = [...texts.keys()].map(made);
  tell('all figures as still pairs', [once(() => all.map(stillOf))], `${all.length} figures`);
  tell('all rules over all figures', [once(() => all.map(faultsOf))], '30 moments a second of each');
  await grid(tell);
}

async function grid(tell: Told): Promise<void> {
  const server = new OwnServer();
  await server.start();
  const browser = await chromiumFor();
  try {
    const page = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
    const plan = {
      ...planOf({
        ...circuit(
          stations(8, (x, k) => ({ ...x, move: GRID[k] ?? x.move })),
          600,
          10,
          2,
        ),
        use: 'stations' as const,
      }),
      id: 'grid-of-figures',
      title: 'Grid of figures',
      countInMs: s(0),
      heads: 24,
    };
    const id = `grid-${Date.now()}`;
    await page.request.post(`${server.url}/api/runs`, { data: { id, plan } });
    const start = { id: `start-${id}`, seq: 1, type: 'start', atMs: Date.now() };
    await page.request.post(`${server.url}/api/runs/${id}/events`, { data: { events: [start] } });
    const { watch } = await (await page.request.post(`${server.url}/api/runs/${id}/codes`, { data: {} })).json();
    for (const reducedMotion of ['no-preference', 'reduce'] as const) {
      await page.emulateMedia({ reducedMotion });
      await page.goto(`${server.url}/wall/${watch}`);
      await page.getByTestId('figure').nth(7).waitFor();
      await page.waitForTimeout(6000);
      const cdp = await page.context().newCDPSession(page);
      await cdp.send('Performance.enable');
      const busyS = async () =>
        (await cdp.send('Performance.getMetrics')).metrics.find((m) => m.name === 'TaskDuration')?.value ?? 0;
      // As text: a loader's helpers are not known on the page.
      const frames = page.evaluate<number>(`new Promise((done) => {
        let n = 0;
        const from = performance.now();
        const step = (now) => { if (now - from > ${LOOKED_MS}) done(n); else { n++; requestAnimationFrame(step); } };
        requestAnimationFrame(step);
      })`);
      const [before, cpuBefore] = [await busyS(), rendererCpuS()];
      const drawn = await frames;
      const [busy, cpu] = [(await busyS()) - before, rendererCpuS() - cpuBefore];
      const share = (x: number) => `${((100 * x) / (LOOKED_MS / 1000)).toFixed(0)} %`;
      tell(
        `wall with 8 figures${reducedMotion === 'reduce' ? ' that stand still' : ''}`,
        [],
        `page's thread ${share(busy)} of a core, its whole process ${share(cpu)}; ${((drawn * 1000) / LOOKED_MS).toFixed(0)} frames a second`,
      );
    }
  } finally {
    await browser.close();
    await server.stop();
  }
}

/** Processor time of the busiest page process of Chromium so far, s; painting without a graphics card is in another. */
function rendererCpuS(): number {
  const lines = execFileSync('ps', ['-eo', 'cputimes,args'], { encoding: 'utf8' }).split('\n');
  const own = lines.filter((l) => l.includes('--type=renderer')).map((l) => Number(l.trim().split(/\s+/)[0]));
  return Math.max(0, ...own);
}
