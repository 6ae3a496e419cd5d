import { readFileSync } from 'node:fs';
import { libraryOf } from '../core/moves/index.ts';
import { resolvePlan } from '../dist/core/moves/index.js';
import {
  captionsOf,
  plannedRecording,
  readPlanFile,
  runSheet,
  stationCards,
  trackingSheet,
  writeWebVtt,
} from '../dist/core/out/index.js';
import { PulseBoard, SimulatedStraps } from '../dist/core/record/index.js';
import { compile } from '../dist/core/time/index.js';
import { arrangeMusic, LOOPS, loopMs, renderLoop } from '../dist/core/voice/index.js';
import { shippedLibrary } from '../dist/server/library/read.js';
import { drawCards } from '../dist/server/paper/cards.js';
import { drawPaper } from '../dist/server/paper/draw.js';
import type { Told } from './keeping.ts';

const TIMES = 12;

async function timesOf(n: number, work: () => unknown): Promise<number[]> {
  const times: number[] = [];
  for (let k = 0; k < n; k++) {
    const from = performance.now();
    await work();
    times.push(performance.now() - from);
  }
  return times;
}

/** What leaves, and what comes from outside: paper, captions, music laid out, heart rates of a class. */
export async function outside(tell: Told): Promise<void> {
  const stored = readPlanFile(readFileSync('server/demo/classes.json', 'utf8')).plans.find((p) => p.id === 'slipway');
  if (!stored) throw new Error('The demo has no such class');
  const plan = resolvePlan(stored, shippedLibrary());
  tell(
    'run sheet as PDF',
    await timesOf(TIMES, () => drawPaper(runSheet(plan), 'A4')),
    'Slipway, 60 min, the largest type that is one page',
  );
  tell(
    'tracking sheet as PDF',
    await timesOf(TIMES, () => drawPaper(trackingSheet(plan, ['All', 'Heron', 'Teal']), 'A4')),
    'every set, three columns',
  );
  tell(
    'station cards as PDF',
    await timesOf(TIMES, () =>
      drawCards('Cards', stationCards(plan, libraryOf([])), 'A4', {
        perPage: 4,
        addressOf: (c) => `http://192.168.1.20:4310/h/ACDEFHJKLM/${c.stationId}`,
      }),
    ),
    'four a page, each with a code',
  );
  tell('captions as WebVTT', await timesOf(TIMES, () => writeWebVtt(captionsOf(plannedRecording(plan)))), 'Slipway');
  const track = (k: number) => {
    const loop = LOOPS[k % LOOPS.length];
    if (!loop) throw new Error('There are no loops');
    return { id: loop.id, title: loop.title, bpm: loop.bpm, lengthMs: loopMs(loop), beatMs: 0 };
  };
  const musical = {
    ...plan,
    blocks: plan.blocks.map((b) => ({
      ...b,
      music: { work: { from: 'tracks' as const, tracks: [0, 1, 2].map(track) } },
    })),
  };
  const { intervals } = compile(musical);
  tell(
    'music laid out',
    await timesOf(TIMES * 10, () => arrangeMusic(musical, intervals)),
    'three tracks in each block',
  );
  const [loop] = LOOPS;
  if (loop) tell('a loop rendered', await timesOf(3, () => renderLoop(loop, 22_050)), '2 min at 22 kHz');
  tell(
    'heart rates of a class',
    await timesOf(5, () => {
      const straps = new SimulatedStraps({ seed: 3, count: 24, silentPerHour: 4, sticksPerHour: 2 });
      const board = new PulseBoard();
      for (let t = 0; t < 2700; t++) {
        board.hear(straps.step(1, t % 60 < 40 ? 4 : 0.5).map((x) => ({ ...x, atMs: t * 1000 })));
        board.at(t * 1000);
      }
    }),
    '24 straps, 45 min, a look each second: told, heard, judged',
  );
}
