// Draws small wrong changes all over the house by a seed, and counts how many the unit tests notice. `node scripts/mutate.mjs
// [--count 200] [--seed 1] [--floor core|server|web]`.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt, ensurePostgres, ROOT, say } from './lib.mjs';
import { candidates } from './mutants.mjs';

const { values } = parseArgs({
  options: {
    count: { type: 'string', default: '200' },
    seed: { type: 'string', default: '1' },
    floor: { type: 'string' },
  },
});
/** How many of a hundred are of each floor. */
const SHARES = { core: 40, server: 25, web: 35 };
/** Where tests come across a floor: what is below does not know of it, and the pages have the server as it is built. */
const ABOVE = { core: ['core', 'server', 'web', 'bin'], server: ['server', 'bin'], web: ['web'] };
const WORK = path.join(ROOT, 'node_modules/.odd-round/mutants');
const LIST = path.join(WORK, 'list.json');
const MET = path.join(WORK, 'met');
/** A change that makes a test wait for ever is noticed too, but not after minutes. */
const LIMITS = { PATIENCE_S: '20', TEST_LIMIT_S: '120', TEST_WORKERS: '1' };
/** Processor time of one process, s: a loop without an end. */
const PROCESSOR_S = 400;

function random(seed) {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Code that does something: the made-up club of the demo data is as right with another number. */
const isCode = (file) =>
  /\.tsx?$/.test(file) &&
  !/\.test\.|\/test\/|^server\/demo\/|\.d\.ts$|\/index\.ts$|-worker\.ts$|-thread\.ts$|main\.tsx?$/.test(file);

function drawn(floor, count, next) {
  const files = readdirSync(path.join(ROOT, floor), { recursive: true, withFileTypes: true })
    .filter((e) => e.isFile())
    .map((e) => path.relative(ROOT, path.join(e.parentPath, e.name)))
    .filter(isCode)
    .sort();
  const all = files.flatMap((file) =>
    candidates(file, readFileSync(path.join(ROOT, file), 'utf8')).map((c) => ({ ...c, file, floor })),
  );
  const taken = [];
  while (taken.length < count) {
    const one = all[Math.floor(next() * all.length)];
    if (!taken.some((t) => t.file === one.file && t.start < one.end && one.start < t.end)) taken.push(one);
  }
  return taken;
}

const postgres = ensurePostgres();
/** The statements on a PostgreSQL server are the server's alone. */
const projects = (floor) => (postgres && floor === 'server' ? [] : ['--project', '!on PostgreSQL']);

/** What a run of the tests answers, 0 when all pass; what it prints goes nowhere unless it is asked for. */
function vitest(args, env, stdio = 'ignore') {
  const child = spawn(
    'sh',
    [
      '-c',
      `ulimit -t ${PROCESSOR_S}; exec "$0" "$@"`,
      process.execPath,
      'node_modules/vitest/vitest.mjs',
      'run',
      '--reporter=dot',
      ...args,
    ],
    { cwd: ROOT, env: { ...process.env, MUTANTS: LIST, ...LIMITS, ...env }, stdio },
  );
  return new Promise((done) => child.on('close', (code) => done(code ?? 1)));
}

rmSync(WORK, { recursive: true, force: true });
mkdirSync(MET, { recursive: true });
const next = random(Number(values.seed));
const floors = values.floor ? [[values.floor, 100]] : Object.entries(SHARES);
const list = floors
  .flatMap(([floor, share]) => drawn(floor, Math.round((Number(values.count) * share) / 100), next))
  .map((m, number) => ({ ...m, number }));
writeFileSync(LIST, JSON.stringify(list));

// Some tests ask the server for its pages.
await ensureBuilt();
say(`${list.length} wrong changes; which tests come across them?`);
const sound = await vitest(
  [...(ABOVE[values.floor] ?? ABOVE.core), ...projects('server')],
  { MUTANTS_MET: MET, TEST_WORKERS: '2', PATIENCE_S: '300' },
  'inherit',
);
if (sound !== 0) say('Not all tests pass without a change: what follows is worth little.');
const met = readdirSync(MET).map((f) => JSON.parse(readFileSync(path.join(MET, f), 'utf8')));
const near = (m, file) =>
  path.dirname(file) === path.dirname(m.file)
    ? 0
    : file.split('/')[1] === m.file.split('/')[1]
      ? 1
      : file.includes('/screens/')
        ? 3
        : 2;

const results = new Map();
async function tryOne(m) {
  const files = met.filter((f) => f.met.includes(m.number)).map((f) => f.file);
  files.sort((a, b) => near(m, a) - near(m, b));
  // The nearest first, then the others, a few at a time: most changes are noticed at once.
  for (let k = 0; k < files.length; k += k === 0 ? 3 : 8) {
    const some = files.slice(k, k === 0 ? 3 : k + 8);
    if ((await vitest([...some, '--bail', '1', ...projects(m.floor)], { MUTANT: String(m.number) })) !== 0)
      return 'noticed';
  }
  return files.length === 0 ? 'never run' : 'unnoticed';
}
const told = (m, result) =>
  `${result.padEnd(10)} ${m.file}:${m.line}  ${m.was.slice(0, 70)}  →  ${(m.to || 'nothing').replace(/\s+/g, ' ').slice(0, 70)}`;
const waiting = [...list];
let done = 0;
await Promise.all(
  [0, 1].map(async () => {
    for (let m = waiting.shift(); m; m = waiting.shift()) {
      const result = await tryOne(m);
      results.set(m.number, result);
      if (result !== 'noticed') console.log(told(m, result));
      done += 1;
      if (done % 20 === 0) say(`${done} of ${list.length}`);
    }
  }),
);
for (const [floor] of floors) {
  const own = list.filter((m) => m.floor === floor);
  const noticed = own.filter((m) => results.get(m.number) === 'noticed').length;
  console.log(`${floor.padEnd(8)} ${noticed} of ${own.length} noticed, ${Math.round((100 * noticed) / own.length)} %`);
}
if (existsSync(WORK)) rmSync(WORK, { recursive: true, force: true });
