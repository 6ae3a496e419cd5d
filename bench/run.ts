// Prints what things cost on this machine, each figure as it is there; nothing here passes or fails, and a part that breaks does not
// keep the others from being measured. Named parts alone: core, judgement, server, keeping, records, outside, figures, bundle.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { MARKED } from '../core/test/marked.ts';
import { markedNotes } from '../core/test/notes/marked.ts';
import { scoreOf } from '../core/test/score.ts';
// The built core: what runs in production, without a loader's wrappers.
import { readShorthand, writeShorthand } from '../dist/core/class/index.js';
import { checkPlan, findOrder, fitSlot, orderProblem, SCHOOL_WEIGHTS } from '../dist/core/judge/index.js';
import { ANY_MOVE, findMoves, indexMoves, libraryOf, resolvePlan } from '../dist/core/moves/index.js';
import { readNotes } from '../dist/core/notes/index.js';
import { readPlanFile } from '../dist/core/out/index.js';
import { compile, runIntervals, sheetOf } from '../dist/core/time/index.js';
import { planCues, wordsOf } from '../dist/core/voice/index.js';
import { shippedLibrary } from '../dist/server/library/read.js';
import { OwnServer } from '../e2e/support/server.ts';
import { figures } from './figures.ts';
import { firstVisits } from './first-visit.ts';
import { followers } from './followers.ts';
import { keeping, type Told } from './keeping.ts';
import { keystrokes } from './keystrokes.ts';
import { notesTyping } from './notes-typing.ts';
import { outside } from './outside.ts';
import { records } from './records.ts';

type Row = { what: string; median: string; p95: string; note: string };
const WIDTH = 52;

/** A figure stands as soon as it is there. */
function print({ what, median, p95, note }: Row): void {
  console.log(`${what.padEnd(WIDTH)}  ${median.padStart(8)}  ${p95.padStart(9)}  ${note}`);
}

const ms = (x: number) => `${x < 10 ? x.toFixed(2) : x.toFixed(0)} ms`;
const rank = (sorted: number[], q: number) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? 0;

function report(what: string, times: number[], note = ''): void {
  const sorted = [...times].sort((a, b) => a - b);
  print({ what, median: ms(rank(sorted, 0.5)), p95: ms(rank(sorted, 0.95)), note });
}

/** As `report`; what is no time stands in its note alone. */
const told: Told = (what, times, note = '') =>
  times.length > 0 ? report(what, times, note) : print({ what, median: '', p95: '', note });

/** As `report`, with another percentile in the second column. */
function reportAt(what: string, times: number[], quantile: number, note: string): void {
  const sorted = [...times].sort((a, b) => a - b);
  print({ what, median: ms(rank(sorted, 0.5)), p95: ms(rank(sorted, quantile)), note });
}

/** @param note what is known of it, asked when it has been measured */
function time(what: string, runs: number, work: () => void, note: string | (() => string) = ''): void {
  for (let i = 0; i < Math.min(10, runs); i++) work();
  const times = Array.from({ length: runs }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  report(what, times, typeof note === 'string' ? note : note());
}

const s = (seconds: number) => seconds * 1000;
const stations = (n: number) => Array.from({ length: n }, (_, k) => `  Move ${'abcdefghij'[k]}`).join('\n');

/** Three hours, 1,000 intervals: 10 blocks of 5 stations × 10 rounds, all rests kept. */
const long = readShorthand(
  `main: 10 rounds, 14/7, 12 between rounds, keep last rest\n${stations(5)}\n`.repeat(10),
).plan;

function core(): void {
  const { intervals, totalMs } = compile(long);
  const size = `${intervals.length} intervals, ${(totalMs / 3_600_000).toFixed(1)} h`;
  const notes = markedNotes()
    .flatMap((m) => m.notes.split('\n'))
    .slice(0, 200);
  const library = shippedLibrary();
  let typed = 0;
  time('notes of 200 lines, a line changed', 60, () => {
    typed += 1;
    readNotes([...notes.slice(0, 100), `${typed} squats`, ...notes.slice(101)].join('\n'), library);
  });
  time('notes of 12 lines, a letter typed', 200, () => {
    typed += 1;
    readNotes([...notes.slice(3, 14), `${typed} squats`].join('\n'), library);
  });
  time('compile', 300, () => compile(long), size);
  time('compile and cues', 300, () => planCues(long, compile(long).intervals), size);
  time('round sheets of it', 100, () => long.blocks.map((b) => sheetOf(b)), '10 sheets of 5 × 10');
  const text = writeShorthand(long);
  time('read its shorthand', 100, () => readShorthand(text), `${text.split('\n').length} lines`);
  const { plan } = readShorthand(`main: 3 rounds, 40/20, 60 between rounds\n${stations(8)}`);
  const vary = {
    workMs: { min: s(20), max: s(59), step: 1000 },
    restMs: { min: s(5), max: s(29), step: 1000 },
    rounds: { min: 1, max: 5, step: 1 },
    roundBreakMs: { min: s(30), max: s(75), step: s(15) },
  };
  let tried = 0;
  const fit = () => {
    tried =
      fitSlot({ plan, blockIndex: 0, slotMs: s(1800), spareMs: s(20), keepRatio: false, limit: 12, vary })?.tried ?? 0;
  };
  time('slot fitter', 30, fit, () => `${tried} candidates`);
}

function judgement(): void {
  const library = shippedLibrary();
  const { plans } = readPlanFile(readFileSync('server/demo/classes.json', 'utf8'));
  const percent = (share: number) => `${(100 * share).toFixed(0)} %`;
  const score = scoreOf(MARKED, library);
  print({
    what: 'marked classes: recall, precision',
    median: percent(score.recall),
    p95: percent(score.precision),
    note: `${score.found} of ${score.faults} faults in ${MARKED.length} classes; ${score.right} of ${score.findings} findings right; ${score.weighty.length} weighty ones on good classes`,
  });
  time(
    'all checks of seven classes',
    30,
    () => {
      for (const plan of plans) checkPlan(plan, { library });
    },
    `the ${plans.length} demo classes together`,
  );
  const hour = plans.find((p) => p.title === 'Slipway');
  // After a keystroke another plan is judged, not one that is remembered.
  let typedAt = 0;
  if (hour)
    time(
      'all checks after a keystroke',
      100,
      () =>
        checkPlan({ ...hour, title: `Slipway ${typedAt++}`, blocks: hour.blocks.map((b) => ({ ...b })) }, { library }),
      'Slipway, 60 min',
    );
  const request = (n: number) => {
    const moves = library.moves.filter((m) => m.use.includes('main')).slice(0, n);
    const list = moves.map((m) => `  ${m.name}`).join('\n');
    const [block] = readShorthand(`main: 3 rounds, 40/20\n${list}`).plan.blocks;
    return block ? { block, weights: SCHOOL_WEIGHTS.spread, pinned: [], walkM: null } : null;
  };
  for (const [n, runs] of [
    [12, 5],
    [20, 5],
  ] as const) {
    const asked = request(n);
    if (!asked) continue;
    const problem = orderProblem(asked, library);
    const apart = orderProblem({ ...asked, block: { ...asked.block, use: 'stations' } }, library);
    time(`order of ${n} stations, groups going round`, runs, () => findOrder(apart, 1));
    const times = Array.from({ length: runs }, (_, seed) => {
      const from = performance.now();
      findOrder(problem, seed);
      return performance.now() - from;
    });
    report(`order of ${n} stations`, times, n <= 12 ? 'exact' : 'seeded search');
  }
  const many = Array.from({ length: 5000 }, (_, k) => {
    const move = library.moves[k % library.moves.length];
    return move ? { ...move, name: `${move.name} ${k}` } : null;
  }).flatMap((m) => m ?? []);
  const index = indexMoves(many);
  const typed = ['g', 'go', 'gob', 'gobl', 'goblet', 'goblet sq', 'lower st', 'kettle'];
  let at = 0;
  const names = [
    'push-ups',
    'left leg lunge',
    'DB goblet squats',
    'Heron squat jump',
    'Kelp',
    '10 x burpees',
    'alt SL RDL',
  ];
  // A library of its own for each reading would count the index; a name not met before counts the reading alone.
  let name = 0;
  time('reading of a name', 500, () => library.read(`${names[name++ % names.length]} ${'s'.repeat((name % 40) + 1)}`));
  time('first name read, 631 moves', 5, () => libraryOf(library.moves).read('push-ups'));
  time('filter of 5,000 moves', 200, () => findMoves(index, { ...ANY_MOVE, text: typed[at++ % typed.length] ?? '' }));
}

async function server(): Promise<void> {
  const again = new OwnServer();
  again.dataDir = mkdtempSync(path.join(tmpdir(), 'odd-round-bench-'));
  for (const what of ['first start, empty database and demo data', 'later start']) {
    await again.stop();
    const from = performance.now();
    await again.start();
    report(what, [performance.now() - from]);
  }
  // Until what the starts wrote is on the disk, a save waits for that too.
  spawnSync('sync');
  const { url } = again;
  const plan = { ...long, id: 'bench', title: 'Bench' };
  const times: number[] = [];
  for (let version = 0; version < 60; version++) {
    const body = JSON.stringify({ plan: { ...plan, notes: `save ${version}` }, baseVersion: version });
    const from = performance.now();
    await fetch(`${url}/api/plans/bench`, { method: 'PUT', body, headers: { 'Content-Type': 'application/json' } });
    times.push(performance.now() - from);
  }
  report('save a class', times, 'the long one, over HTTP');
  const follow = await followers(url);
  reportAt(`event to 500 screens`, follow.times, 0.99, `99th percentile; server memory ${follow.memoryMiB} MiB`);
  await speech(url);
  const { typed, fitterMs, candidates } = await keystrokes(url);
  report('keystroke to painted result', typed, '40 × 10 sheet, headless Chromium');
  const { keyMs, longestMs, pasteMs } = await notesTyping(url);
  report('a letter of notes, until the next thing is done', keyMs, 'main thread, headless Chromium');
  report('all that follows, longest without an answer', longestMs, `nine lines pasted: ${ms(pasteMs)}`);
  report('slot fitter in its worker', fitterMs, `${candidates} candidates, headless Chromium`);
  await again.stop();
}

/** The voice of a new 45-minute class and of one that is known, and its whole sound as a WAV. */
async function speech(url: string): Promise<void> {
  const rss = async () => Number((await fetch(`${url}/api/health`).then((r) => r.json())).memoryMiB ?? 0);
  const stored = await fetch(`${url}/api/plans/slack-water`).then((r) => r.json());
  const heard = resolvePlan(stored.plan, shippedLibrary());
  const words = wordsOf(heard, runIntervals(heard));
  for (const note of ['a new 45-minute class', 'the same again']) {
    const from = performance.now();
    for (let k = 0; k < words.length; k += 50) {
      const body = JSON.stringify({ voice: 'slt', rate: 1, texts: words.slice(k, k + 50) });
      await fetch(`${url}/api/speech/lengths`, {
        method: 'POST',
        body,
        headers: { 'Content-Type': 'application/json' },
      });
    }
    report(`${words.length} clips of voice`, [performance.now() - from], note);
  }
  const before = await rss();
  let most = before;
  const watch = setInterval(async () => {
    most = Math.max(most, await rss());
  }, 100);
  const from = performance.now();
  const res = await fetch(`${url}/api/tracks/slack-water?music=1`);
  let bytes = 0;
  if (res.body) for await (const part of res.body) bytes += (part as Uint8Array).length;
  clearInterval(watch);
  const size = `${(bytes / 1_048_576).toFixed(0)} MiB, memory ${before.toFixed(0)} MiB and ${(most - before).toFixed(0)} more at most`;
  report('cue track of 41 minutes', [performance.now() - from], size);
}

async function bundle(): Promise<void> {
  const files = readdirSync('dist/web/assets').map((f) => path.join('dist/web/assets', f));
  const size = (ext: string) => {
    const own = files.filter((f) => f.endsWith(ext));
    const raw = own.reduce((sum, f) => sum + statSync(f).size, 0);
    const zipped = own.reduce((sum, f) => sum + gzipSync(readFileSync(f)).length, 0);
    return `${(raw / 1024).toFixed(0)} KiB, ${(zipped / 1024).toFixed(0)} KiB gzip`;
  };
  print({ what: 'bundle, scripts', median: '', p95: '', note: size('.js') });
  print({ what: 'bundle, styles', median: '', p95: '', note: size('.css') });
  const server = new OwnServer();
  server.dataDir = mkdtempSync(path.join(tmpdir(), 'odd-round-visit-'));
  await server.start();
  for (const { what, codeKiB, fontKiB, requests, usableMs } of await firstVisits(server.url).finally(() =>
    server.stop(),
  ))
    report(
      `first visit of ${what}`,
      usableMs,
      `till usable, processor slowed 4x; ${codeKiB.toFixed(0)} KiB of code in ${requests} requests, ${fontKiB.toFixed(0)} KiB of fonts`,
    );
}

/** What keeping costs: saves that are on the disk, and years of classes backed up and restored. */
async function kept(): Promise<void> {
  const usual = readPlanFile(readFileSync('server/demo/classes.json', 'utf8')).plans[0] ?? long;
  await keeping({ ...long, id: 'bench' }, usual, told);
}

const PARTS = {
  core,
  judgement,
  server,
  keeping: kept,
  records: () => records(report),
  outside: () => outside(report),
  figures: () => figures(told),
  bundle,
};
const asked = process.argv.slice(2);
console.log(`Node ${process.version}\n\n${''.padEnd(WIDTH)}    median       95 %`);
for (const [name, measure] of Object.entries(PARTS)) {
  if (asked.length > 0 && !asked.includes(name)) continue;
  const from = performance.now();
  try {
    await measure();
  } catch (error) {
    process.exitCode = 1;
    console.log(`${name} broke off: ${error instanceof Error ? error.message : error}`);
  }
  console.log(`(${name}: ${((performance.now() - from) / 1000).toFixed(0)} s)`);
}
